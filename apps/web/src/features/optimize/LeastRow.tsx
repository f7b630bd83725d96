import type { Proposal, ProposedInvert, ProposedRun } from '@alveus/core/optimize';
import { reasonsFor } from '@alveus/core/optimize';
import { exact } from '@alveus/core';
import { memo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useAppSelector } from '../../store';
import { selectCommitted } from '../../store/results';
import { useTones } from '../../theme/ThemeProvider';
import { Icon, Tap, Unseen, usePrint, Words } from '../../ui/measured';
import { useSay } from '../parts/useSay';
import { Limits } from './Limits';
import { useGo } from './limitWords';

/** A run as it is proposed; open, why each of its inverts lies no higher. */
export const LeastRow = memo(function LeastRow({ proposal, run }: { proposal: Proposal; run: ProposedRun }) {
  const tones = useTones();
  const print = usePrint();
  const say = useSay();
  const go = useGo();
  const [open, setOpen] = useState(false);
  const { plan } = useAppSelector(selectCommitted);
  const moved = (['low', 'high'] as const).some((end) => movesBy(run[end]) !== 0);
  return (
    <View style={[styles.row, { borderColor: tones.line }]}>
      <Tap
        expanded={open}
        onPress={() => {
          setOpen(!open);
          go(run.run);
        }}
        style={styles.head}
      >
        <View style={styles.words}>
          <Words strong>{plan.run[run.run]?.name ?? 'A run'}</Words>
          <View style={styles.ends}>
            <End label="Low" invert={run.low} />
            <End label="High" invert={run.high} />
            <Words size="small" tone="muted">
              {print(run.slope, 'slope')}
            </Words>
          </View>
          {moved ? null : (
            <Words size="small" tone="muted">
              No change
            </Words>
          )}
          <Unseen>. Why not higher</Unseen>
        </View>
        <Icon name={open ? 'up' : 'down'} color={tones.muted} size={20} />
      </Tap>
      {open ? (
        <View style={styles.why}>
          {run.finer || run.step === undefined ? (
            <Words size="small" tone="muted">
              {run.step === undefined
                ? 'No whole step works here: these are the exact inverts.'
                : say(['Set to ', exact(run.step, 'distance'), ': nothing works in coarser steps.'])}
            </Words>
          ) : null}
          <Why proposal={proposal} run={run} end="low" />
          <Why proposal={proposal} run={run} end="high" />
        </View>
      ) : null}
    </View>
  );
});

/** What it moves by, m; nothing where it is not known yet. */
function movesBy({ was, level }: ProposedInvert): number {
  return was !== undefined && Math.abs(level - was) < 1e-6 ? 0 : was === undefined ? NaN : level - was;
}

function End({ label, invert }: { label: string; invert: ProposedInvert }) {
  const print = usePrint();
  const { was, level } = invert;
  const by = movesBy(invert);
  return (
    <Words size="small">
      <Words size="small" tone="muted">{`${label} `}</Words>
      {by === 0 || was === undefined ? null : (
        <Words size="small" tone="muted">{`${print(was, 'elevation')} → `}</Words>
      )}
      <Words size="small" strong={by !== 0}>
        {print(level, 'elevation')}
      </Words>
    </Words>
  );
}

function Why({ proposal, run, end }: { proposal: Proposal; run: ProposedRun; end: 'low' | 'high' }) {
  const print = usePrint();
  const invert = run[end];
  const reasons = reasonsFor(proposal, run.run, end);
  if (!reasons) return null;
  const level = print(invert.level, 'elevation');
  const name = end === 'low' ? 'Low invert' : 'High invert';
  return (
    <View style={styles.end}>
      <Words strong>{`${name} ${level}${invert.fixed ? ' is locked' : ' is held by'}`}</Words>
      {invert.between ? (
        <Words size="small" tone="muted">
          It falls between whole steps: a slope or a drop is locked, and it takes up the rest.
        </Words>
      ) : null}
      <Limits
        label={`${name} of the run`}
        limits={invert.fixed || reasons.by.length === 0 ? [...reasons.by, ...reasons.tied] : reasons.by}
        own={run.run}
      />
      {!invert.fixed && reasons.through.length > 0 ? (
        <>
          <Words size="small" tone="muted">
            by way of
          </Words>
          <Limits label={`What holds the ${name.toLowerCase()}`} limits={reasons.through} own={run.run} />
        </>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { borderBottomWidth: 1 },
  head: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 8,
    paddingHorizontal: 12,
    paddingVertical: 8,
    minHeight: 56,
  },
  words: { flex: 1, gap: 2 },
  ends: { flexDirection: 'row', flexWrap: 'wrap', columnGap: 14, rowGap: 2 },
  why: { padding: 12, gap: 12 },
  end: { gap: 2 },
});
