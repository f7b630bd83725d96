import { classOf, DEFAULT_NATIVE, SLOPES, usualSide } from '@alveus/core';
import { Cut, ONLY, SOILS, turnedCut } from '@alveus/plan';
import type { ItemOf, Side, SoilClass, Uuid } from '@alveus/plan';
import { useState } from 'react';
import { View } from 'react-native';
import { useAppSelector } from '../../store';
import { selectEvaluation } from '../../store/results';
import { useActions } from '../../sync/SyncProvider';
import { Choice, DoneFoot, PlanMeasure, Sheet, Words } from '../../ui/measured';
import { PROTECTION_WORDS } from '../parts/words';
import { ShieldFields } from './ShieldFields';
import { SideFields } from './SideFields';

type Run = ItemOf<'run'>;

const SOIL_WORDS: Readonly<Record<SoilClass, string>> = {
  rock: 'Rock',
  A: 'Type A, firm',
  B: 'Type B, medium',
  C: 'Type C, loose or wet',
};

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
  const stated = run.cut && (run.flow === 'to-a' ? run.cut : turnedCut(run.cut));
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
          <Words tone="stop">{`Not saved: ${problem}.`}</Words>
        </View>
      ) : null}
      <Choice
        label="Soil type, as classified by a competent person"
        options={[
          ...SOILS.map((value) => ({ value, label: SOIL_WORDS[value] })),
          { value: 'open' as const, label: 'Not classified' },
        ]}
        value={native.soil ?? 'open'}
        onChange={(value) => {
          const { soil: _before, ...rest } = native;
          edit([{ op: 'put', item: value === 'open' ? rest : { ...rest, soil: value } }]);
        }}
      />
      <Words size="small" tone="muted">
        {`${run.protection ? `${PROTECTION_WORDS[run.protection]}. ` : 'No worker protection set. '}${
          soil === native.soil ? '' : `A test pit found Type ${soil ?? 'C'} soil, which counts here. `
        }Unclassified soil counts as the loosest: slope it 1½ out for one up.`}
      </Words>
      <Sides run={run} told={stated} out={out} soil={soil} put={put} />
      <PlanMeasure
        label="Ground rises to the right, looking up the run"
        quantity="slope"
        value={stated?.across}
        limit={Cut.shape.across}
        optional
        check={(across) => problemOf(withField(stated, 'across', across))}
        onChange={(across) => put(withField(stated, 'across', across))}
        hint="Minus where it falls to the right; empty where it is level across"
      />
      {run.protection === 'shielded' ? (
        <ShieldFields shield={stated?.shield} onChange={(shield) => put(withField(stated, 'shield', shield))} />
      ) : null}
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
function Sides({ run, told: stated, out, soil, put }: SidesProps) {
  const alike = JSON.stringify(stated?.left) === JSON.stringify(stated?.right);
  const [apart, setApart] = useState(!alike);
  const deepest = useAppSelector((state) => selectEvaluation(state).runs.get(run.id)?.trench?.deepest?.depth) ?? 0;
  const usual = usualSide(run.protection, classOf(soil), stated?.shield, deepest);
  const both = (side: Side | undefined): void => put(withField(withField(stated, 'left', side), 'right', side));
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
          if (value === 'alike' && !alike) both(stated?.left);
        }}
      />
      {apart ? (
        (['left', 'right'] as const).map((which) => (
          <SideFields
            key={which}
            name={`${which === 'left' ? 'Left' : 'Right'} side, looking up the run`}
            side={stated?.[which]}
            deep={deepest}
            usual={usual}
            out={out}
            problem={(side) => problemOf(withField(stated, which, side))}
            onChange={(side) => put(withField(stated, which, side))}
          />
        ))
      ) : (
        <SideFields
          name="Both sides"
          side={stated?.left}
          deep={deepest}
          usual={usual}
          out={out}
          problem={(side) => problemOf(withField(withField(stated, 'left', side), 'right', side))}
          onChange={both}
        />
      )}
    </>
  );
}
