import type { RunResult, Triad } from '@alveus/core';
import { fixedFacts, fixFact, freeFact, print, printInchesPerFoot } from '@alveus/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Icon } from '../../parts/Icon';
import type { IconName } from '../../parts/Icon';
import { MeasureInput } from '../../parts/MeasureInput';
import { Sheet } from '../../parts/Sheet';
import { Button, Tap } from '../../parts/Tap';
import { Words } from '../../parts/Words';
import { selectEvaluation, sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { useActions } from '../../sync/SyncProvider';
import { useTones } from '../../theme/ThemeProvider';

const NAMES: Record<Triad, string> = { low: 'Low invert', slope: 'Slope', high: 'High invert' };

/**
 * Low invert, slope, high invert of a run: any two locked give the third. Locking or typing the third frees the
 * one that then follows: the slope gives way to an invert, and the high invert to a slope.
 */
export function GradeBar({ run }: { run: RunResult }) {
  const tones = useTones();
  const { edit } = useActions();
  const evaluation = useAppSelector(selectEvaluation);
  const [editing, setEditing] = useState<Triad>();
  const grade = evaluation.plan.runGrade[run.id];
  const fixed = fixedFacts(grade);
  // An invert that comes from the run below holds the low end as well as a lock would.
  const linked = grade?.low === undefined && run.grade.low !== undefined && evaluation.topology.leaving.has(run.run.lower);

  const set = (which: Triad, value: number): void => edit([{ op: 'put', item: fixFact(run.id, grade, which, value, freedBy(which, fixed, linked)) }]);
  const toggle = (which: Triad): void => {
    const value = run.grade[which];
    if (fixed.includes(which)) edit([{ op: 'put', item: freeFact(run.id, grade, which) }]);
    else if (value === undefined) setEditing(which);
    else set(which, value);
  };

  return (
    <View role="group" aria-label={`Grade of ${run.run.name}`} style={[styles.bar, { borderColor: tones.line }]}>
      {(['low', 'slope', 'high'] as const).map((which) => (
        <Cell
          key={which}
          which={which}
          run={run}
          state={fixed.includes(which) ? 'locked' : which === 'low' && linked ? 'linked' : 'free'}
          onLock={() => toggle(which)}
          onEdit={() => setEditing(which)}
        />
      ))}
      {editing ? <FactSheet which={editing} run={run} onClose={() => setEditing(undefined)} onSet={(value) => set(editing, value)} /> : null}
    </View>
  );
}

/** Which fact goes free when another is fixed, so that two stay locked. */
export function freedBy(which: Triad, fixed: readonly Triad[], linked: boolean): Triad | undefined {
  const others = (['low', 'slope', 'high'] as const).filter((name) => name !== which);
  const held = others.every((name) => fixed.includes(name) || (name === 'low' && linked));
  if (!held) return undefined;
  return which === 'slope' ? 'high' : 'slope';
}

type State = 'locked' | 'linked' | 'free';
const STATE_WORDS: Record<State, string> = { locked: 'locked', linked: 'from below', free: 'follows' };
const STATE_ICONS: Record<State, IconName> = { locked: 'locked', linked: 'linked', free: 'free' };

function Cell({ which, run, state, onLock, onEdit }: { which: Triad; run: RunResult; state: State; onLock: () => void; onEdit: () => void }) {
  const tones = useTones();
  const { system, fraction } = useAppSelector((root) => root.settings);
  const value = run.grade[which];
  const shown = value === undefined ? 'open' : print(value, which === 'slope' ? 'slope' : 'elevation', system, { fraction });
  const held = state !== 'free';
  return (
    <View style={[styles.cell, { backgroundColor: held ? tones.waterSoft : tones.raised, borderColor: tones.line }]}>
      <Tap onPress={onEdit} style={styles.value} label={`${NAMES[which]} ${shown}. Change it`}>
        <Words size="small" tone="muted" lines={1}>
          {NAMES[which]}
        </Words>
        <Words size="large" strong lines={1}>
          {shown}
        </Words>
        <Words size="small" tone="muted" lines={1}>
          {which === 'slope' && value !== undefined ? printInchesPerFoot(value) : '\u00a0'}
        </Words>
      </Tap>
      <Tap onPress={onLock} style={[styles.lock, { borderColor: tones.line }]} label={`${state === 'locked' ? 'Free' : 'Lock'} the ${NAMES[which].toLowerCase()}`} role="checkbox" checked={state === 'locked'}>
        <Icon name={STATE_ICONS[state]} size={20} color={held ? tones.water : tones.muted} />
        <Words size="small" tone={held ? 'water' : 'muted'}>
          {STATE_WORDS[state]}
        </Words>
      </Tap>
    </View>
  );
}

function FactSheet({ which, run, onClose, onSet }: { which: Triad; run: RunResult; onClose: () => void; onSet: (value: number) => void }) {
  const dispatch = useAppDispatch();
  const [value, setValue] = useState(run.grade[which]);
  const [valid, setValid] = useState(run.grade[which] !== undefined);
  const save = (): void => {
    if (!valid || value === undefined) return;
    onSet(value);
    onClose();
  };
  return (
    <Sheet
      title={`${NAMES[which]} of ${run.run.name}`}
      onClose={onClose}
      foot={
        <>
          <Button onPress={() => { onClose(); dispatch(sheetOpened({ sheet: 'working', figure: { figure: which, run: run.id } })); }}>Show the working</Button>
          <Button kind="main" onPress={save} disabled={!valid}>
            Lock it here
          </Button>
        </>
      }
    >
      <MeasureInput
        label={NAMES[which]}
        quantity={which === 'slope' ? 'slope' : 'elevation'}
        value={run.grade[which]}
        onChange={setValue}
        onValid={setValid}
        onSubmit={save}
        check={which === 'slope' ? steepness : undefined}
        focus
        hint={which === 'slope' ? '1 %, 1/8 in/ft, 1:96 or 10 mm/m' : 'Elevation of the inside bottom of the pipe'}
      />
    </Sheet>
  );
}

function steepness(value: number): string | undefined {
  return Math.abs(value) <= 2 ? undefined : 'Steeper than 2:1; a slope of 1 in 48 is 1:48 or 2.08 %.';
}

const styles = StyleSheet.create({
  bar: { flexDirection: 'row', borderTopWidth: 1, borderBottomWidth: 1 },
  cell: { flex: 1, borderRightWidth: 1 },
  value: { paddingHorizontal: 8, paddingTop: 6 },
  lock: { flexDirection: 'row', alignItems: 'center', justifyContent: 'flex-start', gap: 6, paddingHorizontal: 8, borderTopWidth: 1, borderRadius: 0 },
});
