import type { RunResult, Triad } from '@alveus/core';
import { printInchesPerFoot } from '@alveus/core';
import { memo } from 'react';
import { StyleSheet, View } from 'react-native';
import { useStore } from 'react-redux';
import type { RootState, Store } from '../../store';
import { sheetOpened, useAppSelector } from '../../store';
import { selectPlace, selectRun } from '../../store/results';
import { useActions } from '../../sync/SyncProvider';
import { useTones } from '../../theme/ThemeProvider';
import type { IconName } from '../../ui';
import { Icon, Tap, Unseen, Words } from '../../ui';
import { LiveText, LiveWords } from '../parts/live';
import type { LockState } from './grade';
import { couldGive, freeEdits, lockEdits, selectLocks, TRIAD, TRIAD_WORDS } from './grade';

/**
 * Low invert, slope, high invert of the run at the station: any two locked give the third. Locking or typing the
 * third frees the one that then follows.
 */
export const GradeBar = memo(function GradeBar() {
  const tones = useTones();
  const name = useAppSelector((state) => selectPlace(state)?.run.run.name);
  if (name === undefined) return null;
  return (
    <View role="group" aria-label={`Grade of ${name}`} style={[styles.bar, { borderColor: tones.line }]}>
      {TRIAD.map((which) => (
        <Cell key={which} which={which} />
      ))}
    </View>
  );
});

const HELD_WORDS: Record<LockState, string> = {
  locked: 'locked',
  worked: 'least digging',
  linked: 'from below',
  free: 'follows',
};
const HELD_ICONS: Record<LockState, IconName> = { locked: 'locked', worked: 'down', linked: 'linked', free: 'free' };
const valueOf: Record<Triad, (state: RootState) => number | undefined> = {
  low: (state) => selectPlace(state)?.run.grade.low,
  slope: (state) => selectPlace(state)?.run.grade.slope,
  high: (state) => selectPlace(state)?.run.grade.high,
};

/** With what the run holds now, which need not be what was last drawn. */
function useRunNow(): (then: (run: RunResult, state: RootState) => void) => void {
  const store = useStore() as Store;
  return (then) => {
    const run = selectRun(store.getState());
    if (run) then(run, store.getState());
  };
}

const Cell = memo(function Cell({ which }: { which: Triad }) {
  const tones = useTones();
  const store = useStore() as Store;
  const { edit } = useActions();
  const withRun = useRunNow();
  const held = useAppSelector((state) => selectLocks(state)[which]);
  const change = (run: RunResult): void => void store.dispatch(sheetOpened({ sheet: 'fact', run: run.id, which }));
  const toggle = (run: RunResult, state: RootState): void => {
    const value = run.grade[which];
    if (held === 'locked') edit(freeEdits(state, run, which));
    else if (value === undefined) change(run);
    // What was worked out becomes theirs, as it is.
    else if (held === 'worked') edit(lockEdits(state, run, which, value));
    // Where either of two could give way it is asked which.
    else if (couldGive(state, run, which).length > 1) change(run);
    else edit(lockEdits(state, run, which, value));
  };
  const tone = held === 'free' ? 'muted' : 'water';
  const lower = TRIAD_WORDS[which].toLowerCase();
  return (
    <View
      style={[
        styles.cell,
        { backgroundColor: held === 'free' ? tones.raised : tones.waterSoft, borderColor: tones.line },
      ]}
    >
      <Tap onPress={() => withRun(change)} style={styles.value}>
        <Words size="small" tone="muted" lines={1}>
          {TRIAD_WORDS[which]}
        </Words>
        <Words size="large" strong lines={1}>
          <LiveText of={valueOf[which]} quantity={which === 'slope' ? 'slope' : 'elevation'} unknown="open" />
        </Words>
        <Words size="small" tone="muted" lines={1}>
          {which === 'slope' ? <LiveWords words={inches} /> : NOTHING}
        </Words>
        <Unseen>. Change it</Unseen>
      </Tap>
      <Tap
        onPress={() => withRun(toggle)}
        style={[styles.lock, { borderColor: tones.line }]}
        label={`${held === 'locked' ? 'Unlock' : 'Lock'} the ${lower}`}
        role="checkbox"
        checked={held === 'locked'}
      >
        <Icon name={HELD_ICONS[held]} size={20} color={tones[tone]} />
        <Words size="small" tone={tone}>
          {HELD_WORDS[held]}
        </Words>
      </Tap>
    </View>
  );
});

/** Keeps the room of a line of words. */
const NOTHING = '\u00a0';

/** The slope as crews set it on a level. */
const inches = (state: RootState): string => {
  const slope = valueOf.slope(state);
  if (slope === undefined) return NOTHING;
  // In metres the percent beside it says as much: 1 % is 10 mm in a metre.
  return state.settings.system === 'metric' ? `${Math.round(slope * 10_000) / 10} mm/m` : printInchesPerFoot(slope);
};

const styles = StyleSheet.create({
  bar: { flexDirection: 'row', borderTopWidth: 1, borderBottomWidth: 1 },
  cell: { flex: 1, borderRightWidth: 1 },
  value: { paddingHorizontal: 8, paddingVertical: 6 },
  lock: {
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'flex-start',
    gap: 6,
    paddingHorizontal: 8,
    borderTopWidth: 1,
    borderRadius: 0,
  },
});
