import { LADDER_WITHIN, numberFor, SETBACK } from '@alveus/core';
import type { Cost } from '@alveus/core/shared';
import { costOf } from '@alveus/core/shared';
import type { Edit, ItemOf, Protection as Way } from '@alveus/plan';
import { PROTECTIONS } from '@alveus/plan';
import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { selectEvaluation, selectRun } from '../../store/results';
import { useActions } from '../../sync/SyncProvider';
import { Button, Choice, Heading, usePrint, Words } from '../../ui/measured';
import { ProtectionPicture } from '../parts/pictures';
import { PROTECTION_WORDS } from '../parts/words';
import { GroundWords } from '../parts/TrenchView';

type Run = ItemOf<'run'>;

const protectedBy = (run: Run, protection: Way): Edit => ({ op: 'put', item: { ...run, protection } });

/** Less than this nobody orders or hauls, m³ and kg. */
const NOTHING = { dug: 0.05, bought: 50 } as const;

/** "+487 yd³ dug, +127 ton of stone": what a choice adds to the job, or saves. */
function costWords({ dug, bought }: Cost, print: ReturnType<typeof usePrint>): string {
  const signed = (value: number, quantity: 'volume' | 'mass'): string =>
    `${value > 0 ? '+' : '−'}${print(Math.abs(value), quantity)}`;
  const words = [
    ...(Math.abs(dug) > NOTHING.dug ? [`${signed(dug, 'volume')} dug`] : []),
    ...(Math.abs(bought) > NOTHING.bought ? [`${signed(bought, 'mass')} of stone`] : []),
  ];
  return words.length > 0 ? words.join(', ') : 'Same digging';
}

/** From the depth of the rule on, a run must say how people in its trench are protected. */
export function Protection() {
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const print = usePrint();
  const from = useAppSelector((state) => numberFor(selectEvaluation(state).profile, 'protection').value);
  const result = useAppSelector(selectRun);
  const evaluation = useAppSelector(selectEvaluation);
  const own = result?.run;
  const costs = useMemo(
    () =>
      own &&
      new Map(
        PROTECTIONS.map((way) => [
          way,
          way === own.protection ? undefined : costOf([protectedBy(own, way)], evaluation),
        ]),
      ),
    [own, evaluation],
  );
  if (!result) return null;
  const { run } = result;
  const deepest = result.trench?.deepest?.depth;
  const needed = deepest !== undefined && deepest >= from - 1e-6;
  return (
    <View>
      <Heading>Worker protection</Heading>
      <View style={styles.protection}>
        <Words tone={needed && !run.protection ? 'stop' : 'ink'}>
          {deepest === undefined
            ? 'Depth not known yet.'
            : `${run.name} goes down to ${print(deepest, 'depth')}. ${needed ? `From ${print(from, 'depth')} it needs protection.` : `The rule starts at ${print(from, 'depth')}; bad soil needs it sooner.`}`}
        </Words>
        <Choice
          label={`Worker protection in ${run.name}`}
          options={PROTECTIONS.map((value) => {
            const cost = costs?.get(value);
            return {
              value,
              label: PROTECTION_WORDS[value],
              picture: <ProtectionPicture protection={value} />,
              note: cost && costWords(cost, print),
            };
          })}
          value={run.protection}
          onChange={(protection) => {
            const { protection: before, ...rest } = run;
            edit([{ op: 'put', item: before === protection ? rest : { ...rest, protection } }]);
          }}
        />
        {run.protection === 'shielded' && !run.cut?.shield ? (
          <Words tone={needed ? 'stop' : 'fix'}>
            How wide and how tall is the shield? Type it under “How it is cut”: a shield without a size protects nobody.
          </Words>
        ) : null}
        <GroundWords />
        <View style={styles.more}>
          <Button icon="edit" onPress={() => dispatch(sheetOpened({ sheet: 'cut', run: run.id }))}>
            How it is cut
          </Button>
          <Button icon="branch" onPress={() => dispatch(sheetOpened({ sheet: 'sharing', run: run.id }))}>
            Shared trench
          </Button>
        </View>
        <ForAll run={run} />
        <Words size="small" tone="muted">
          {`A cave-in kills within minutes. A competent person decides on the day. Keep spoil ${print(SETBACK, 'thickness')} from the edge, a ladder within ${print(LADDER_WITHIN, 'distance')}, nobody under a load, and inspect again after rain. The local rule comes first.`}
        </Words>
      </View>
    </View>
  );
}

/** The same for all runs of its line, with what that costs. */
function ForAll({ run }: { run: Run }) {
  const { edit } = useActions();
  const print = usePrint();
  const runs = useAppSelector((state) => state.job.plan.run);
  const evaluation = useAppSelector(selectEvaluation);
  const { protection } = run;
  const others = Object.values(runs).filter(
    (other) => other.line === run.line && other.id !== run.id && other.protection !== protection,
  );
  if (!protection || others.length === 0) return null;
  const edits = others.map((other) => protectedBy(other, protection));
  return (
    <>
      <Button onPress={() => edit(edits)}>{`${PROTECTION_WORDS[protection]}: all runs of this line`}</Button>
      <Words size="small" tone="muted">
        {`For all of them: ${costWords(costOf(edits, evaluation), print).toLowerCase()}.`}
      </Words>
    </>
  );
}

const styles = StyleSheet.create({
  protection: { padding: 12, gap: 10 },
  more: { gap: 10, flexDirection: 'row', flexWrap: 'wrap' },
});
