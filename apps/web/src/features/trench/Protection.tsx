import { LADDER_WITHIN, numberFor, SETBACK } from '@alveus/core';
import { PROTECTIONS } from '@alveus/plan';
import { StyleSheet, View } from 'react-native';
import { sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { selectEvaluation, selectRun } from '../../store/results';
import { useActions } from '../../sync/SyncProvider';
import { Button, Choice, Heading, usePrint, Words } from '../../ui/measured';
import { ProtectionPicture } from '../parts/pictures';
import { PROTECTION_WORDS } from '../parts/words';
import { GroundWords } from '../parts/TrenchView';

const PROTECTION_OPTIONS = PROTECTIONS.map((value) => ({
  value,
  label: PROTECTION_WORDS[value],
  picture: <ProtectionPicture protection={value} />,
}));

/** From the depth of the rule on, a run must say how people in its trench are protected. */
export function Protection() {
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const print = usePrint();
  const from = useAppSelector((state) => numberFor(selectEvaluation(state).profile, 'protection').value);
  const result = useAppSelector(selectRun);
  const runs = useAppSelector((state) => state.job.plan.run);
  if (!result) return null;
  const { run } = result;
  const others = Object.values(runs).filter(
    (other) => other.line === run.line && other.id !== run.id && other.protection !== run.protection,
  );
  const name = run.protection && PROTECTION_WORDS[run.protection];
  const deepest = result.trench?.deepest?.depth;
  const needed = deepest !== undefined && deepest >= from - 1e-6;
  return (
    <View>
      <Heading>Protection in the trench</Heading>
      <View style={styles.protection}>
        <Words tone={needed && !run.protection ? 'stop' : 'ink'}>
          {deepest === undefined
            ? 'Depth not known yet.'
            : `${run.name} goes to ${print(deepest, 'depth')}. ${needed ? `From ${print(from, 'depth')} on it needs protection.` : `The rule starts at ${print(from, 'depth')}; bad soil needs it sooner.`}`}
        </Words>
        <Choice
          label={`How people are protected in ${run.name}`}
          options={PROTECTION_OPTIONS}
          value={run.protection}
          onChange={(protection) => {
            const { protection: before, ...rest } = run;
            edit([{ op: 'put', item: before === protection ? rest : { ...rest, protection } }]);
          }}
        />
        <GroundWords />
        <View style={styles.more}>
          <Button icon="edit" onPress={() => dispatch(sheetOpened({ sheet: 'cut', run: run.id }))}>
            How it is cut
          </Button>
          <Button icon="branch" onPress={() => dispatch(sheetOpened({ sheet: 'sharing', run: run.id }))}>
            Pipes in one trench
          </Button>
        </View>
        {run.protection && others.length > 0 ? (
          <Button
            onPress={() => edit(others.map((other) => ({ op: 'put', item: { ...other, protection: run.protection } })))}
          >
            {`${name}: all runs of this line`}
          </Button>
        ) : null}
        <Words size="small" tone="muted">
          {`A trench that caves in kills within minutes. A competent person decides on the day; keep spoil ${print(SETBACK, 'thickness')} from the edge, a ladder within ${print(LADDER_WITHIN, 'distance')}, nobody under a load, and look again after rain. The local rule comes first.`}
        </Words>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  protection: { padding: 12, gap: 10 },
  more: { gap: 10, flexDirection: 'row', flexWrap: 'wrap' },
});
