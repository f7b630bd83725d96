import { benches, classOf, DEFAULT_NATIVE, SLOPES, UPRIGHT_PART, usualSide } from '@alveus/core';
import { Cut, ONLY, Shield, Side, SOILS, turnedCut } from '@alveus/plan';
import type { ItemOf, SoilClass, Uuid } from '@alveus/plan';
import { useState } from 'react';
import { View } from 'react-native';
import { useAppSelector } from '../../store';
import { selectEvaluation } from '../../store/results';
import { useActions } from '../../sync/SyncProvider';
import { Choice, DoneFoot, PlanMeasure, Sheet, usePrint, useUnits, Words } from '../../ui/measured';
import { PROTECTION_WORDS } from '../parts/words';

type By = Side['by'] | 'stepped';
type Run = ItemOf<'run'>;

const SOIL_WORDS: Readonly<Record<SoilClass, string>> = {
  rock: 'Rock',
  A: 'A, firm',
  B: 'B, medium',
  C: 'C, loose or wet',
};

const [SLOPED, BENCHED] = [Side.options[1], Side.options[2]];

/** What one kind of side begins with. */
function begun(by: By, out: number): Side {
  switch (by) {
    case 'upright':
      return { by: 'upright' };
    case 'sloped':
      return { by: 'sloped', out, over: 0 };
    case 'stepped':
      return { by: 'sloped', out, over: UPRIGHT_PART };
    case 'benched':
      return benches(out);
  }
}

const byOf = (side: Side): By => (side.by === 'sloped' && side.over > 0 ? 'stepped' : side.by);

/** How the trench of a run is cut: by what the class of its soil says, or each side by hand. */
export function CutSheet({ run: id, onClose }: { run: Uuid; onClose: () => void }) {
  const { edit } = useActions();
  const run = useAppSelector((state) => state.job.plan.run[id]);
  const native = useAppSelector((state) => state.job.plan.native[ONLY]) ?? DEFAULT_NATIVE;
  const soil = useAppSelector((state) => selectEvaluation(state).runs.get(id)?.form?.cut.soil) ?? native.soil;
  const [problem, setProblem] = useState<string>();
  if (!run) {
    return (
      <Sheet title="How it is cut" onClose={onClose}>
        <Words>This run has been removed.</Words>
      </Sheet>
    );
  }
  // Told up the run, as people stand in it; kept from end a.
  const told = run.cut && (run.flow === 'to-a' ? run.cut : turnedCut(run.cut));
  const put = (next: Cut): void => {
    const kept = run.flow === 'to-a' ? next : turnedCut(next);
    const parsed = Cut.safeParse(kept);
    setProblem(parsed.error?.issues[0]?.message);
    if (!parsed.success) return;
    const { cut: _before, ...rest } = run;
    const empty = Object.values(parsed.data).every((value) => value === undefined);
    edit([{ op: 'put', item: empty ? rest : { ...rest, cut: parsed.data } }]);
  };
  const out = SLOPES[classOf(soil)] || 1;
  return (
    <Sheet title={`How ${run.name} is cut`} onClose={onClose} foot={<DoneFoot onDone={onClose} />}>
      {problem ? (
        <View role="alert">
          <Words tone="stop">{`Not taken: ${problem}.`}</Words>
        </View>
      ) : null}
      <Choice
        label="Soil of the job, as a competent person classed it"
        options={[
          ...SOILS.map((value) => ({ value, label: SOIL_WORDS[value] })),
          { value: 'open' as const, label: 'Nobody has' },
        ]}
        value={native.soil ?? 'open'}
        onChange={(value) => {
          const { soil: _before, ...rest } = native;
          edit([{ op: 'put', item: value === 'open' ? rest : { ...rest, soil: value } }]);
        }}
      />
      <Words size="small" tone="muted">
        {`${run.protection ? `${PROTECTION_WORDS[run.protection]}. ` : 'Nothing is said of how people in it are protected. '}${
          soil === native.soil ? '' : `A test pit found class ${soil ?? 'C'}, which goes before it. `
        }Soil that nobody classed is taken for the loosest: 1½ out for one up.`}
      </Words>
      <Sides run={run} told={told} out={out} soil={soil} put={put} />
      <PlanMeasure
        label="Ground rises to the right, seen up the run"
        quantity="slope"
        value={told?.across}
        limit={Cut.shape.across}
        optional
        check={(across) => problemOf(withField(told, 'across', across))}
        onChange={(across) => put(withField(told, 'across', across))}
        hint="Minus where it falls to the right; empty where it is level across"
      />
      {run.protection === 'shielded' ? <ShieldFields told={told} put={put} /> : null}
    </Sheet>
  );
}

/** What cannot be of it, in words. */
const problemOf = (cut: Cut): string | undefined => Cut.safeParse(cut).error?.issues[0]?.message;

function withField<K extends keyof Cut>(cut: Cut | undefined, name: K, value: Cut[K] | undefined): Cut {
  const { [name]: _before, ...rest } = cut ?? {};
  return value === undefined ? rest : { ...rest, [name]: value };
}

interface SidesProps {
  run: Run;
  told: Cut | undefined;
  /** So much out for one up, by the class. */
  out: number;
  soil: SoilClass | undefined;
  put: (next: Cut) => void;
}

/** Both sides alike, or each by itself. */
function Sides({ run, told, out, soil, put }: SidesProps) {
  const alike = JSON.stringify(told?.left) === JSON.stringify(told?.right);
  const [apart, setApart] = useState(!alike);
  const deepest = useAppSelector((state) => selectEvaluation(state).runs.get(run.id)?.trench?.deepest?.depth) ?? 0;
  const usual = usualSide(run.protection, classOf(soil), told?.shield, deepest);
  const both = (side: Side | undefined): void => put(withField(withField(told, 'left', side), 'right', side));
  return (
    <>
      <Choice
        label="Its sides"
        options={[
          { value: 'alike', label: 'Both alike' },
          { value: 'apart', label: 'Left and right differ' },
        ]}
        value={apart ? 'apart' : 'alike'}
        onChange={(value) => {
          setApart(value === 'apart');
          if (value === 'alike' && !alike) both(told?.left);
        }}
      />
      {apart ? (
        (['left', 'right'] as const).map((which) => (
          <SideFields
            key={which}
            name={`${which === 'left' ? 'Left' : 'Right'} side, seen up the run`}
            side={told?.[which]}
            usual={usual}
            out={out}
            problem={(side) => problemOf(withField(told, which, side))}
            onChange={(side) => put(withField(told, which, side))}
          />
        ))
      ) : (
        <SideFields
          name="Both sides"
          side={told?.left}
          usual={usual}
          out={out}
          problem={(side) => problemOf(withField(withField(told, 'left', side), 'right', side))}
          onChange={both}
        />
      )}
    </>
  );
}

interface SideFieldsProps {
  name: string;
  side: Side | undefined;
  /** What it is where nothing is said. */
  usual: Side;
  out: number;
  /** What cannot be of it, in words. */
  problem: (side: Side) => string | undefined;
  onChange: (side: Side | undefined) => void;
}

function SideFields({ name, side, usual, out, problem, onChange }: SideFieldsProps) {
  const print = usePrint();
  const { system } = useUnits();
  const size = (value: number): string => print(value, system === 'metric' ? 'thickness' : 'depth');
  const told = (one: Side): string => {
    switch (one.by) {
      case 'upright':
        return 'upright';
      case 'sloped':
        return `sloped ${print(one.out, 'plain')} out for one up`;
      case 'benched':
        return `benched, ${size(one.rise)} up and ${size(one.tread)} out`;
    }
  };
  return (
    <>
      <Choice<By | 'usual'>
        label={name}
        options={[
          { value: 'usual', label: `By the protection: ${told(usual)}` },
          { value: 'upright', label: 'Upright' },
          { value: 'sloped', label: 'Sloped' },
          { value: 'stepped', label: 'Upright, sloped above' },
          { value: 'benched', label: 'Benched' },
        ]}
        value={side ? byOf(side) : 'usual'}
        onChange={(by) => onChange(by === 'usual' ? undefined : begun(by, out))}
      />
      {side?.by === 'sloped' ? (
        <>
          <PlanMeasure
            label={`${name}: out for one up`}
            quantity="plain"
            value={side.out}
            limit={SLOPED.shape.out}
            check={(next) => problem({ ...side, out: next })}
            onChange={(next) => next !== undefined && onChange({ ...side, out: next })}
          />
          {side.over > 0 ? (
            <PlanMeasure
              label={`${name}: upright from the bottom up to`}
              quantity="depth"
              value={side.over}
              limit={SLOPED.shape.over}
              onChange={(over) => over !== undefined && onChange({ ...side, over })}
            />
          ) : null}
        </>
      ) : null}
      {side?.by === 'benched'
        ? (
            [
              ['first', 'first upright face'],
              ['rise', 'each further face'],
              ['tread', 'each bench, out'],
            ] as const
          ).map(([field, words]) => (
            <PlanMeasure
              key={field}
              label={`${name}: ${words}`}
              quantity="depth"
              value={side[field]}
              limit={BENCHED.shape[field]}
              check={(next) => problem({ ...side, [field]: next })}
              onChange={(next) => next !== undefined && onChange({ ...side, [field]: next })}
            />
          ))
        : null}
    </>
  );
}

/** What of a shield was typed so far. */
type HalfShield = { readonly [Field in keyof Shield]?: number | undefined };

function ShieldFields({ told, put }: { told: Cut | undefined; put: (next: Cut) => void }) {
  const shield = told?.shield;
  const [half, setHalf] = useState<HalfShield>(shield ?? {});
  const set = (next: HalfShield): void => {
    setHalf(next);
    const { outside, tall } = next;
    if (outside !== undefined && tall !== undefined) put(withField(told, 'shield', { outside, tall }));
    else if (shield) put(withField(told, 'shield', undefined));
  };
  return (
    <>
      <PlanMeasure
        label="Shield, outside"
        quantity="depth"
        value={half.outside}
        limit={Shield.shape.outside}
        optional
        onChange={(outside) => set({ ...half, outside })}
        hint="The trench is dug 2 in wider on each side"
      />
      <PlanMeasure
        label="Shield, how tall"
        quantity="depth"
        value={half.tall}
        limit={Shield.shape.tall}
        optional
        onChange={(tall) => set({ ...half, tall })}
        hint="Where it does not reach the ground, the sides slope from 18 in under its top"
      />
    </>
  );
}
