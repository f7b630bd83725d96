import type { Told } from '@alveus/core/dig';
import { fixDrop, freeFact } from '@alveus/core';
import type { Edit, Plan, Uuid } from '@alveus/plan';
import { StyleSheet, View } from 'react-native';
import { sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { selectCommitted } from '../../store/results';
import { useActions } from '../../sync/SyncProvider';
import { Button, List, Row } from '../../ui/measured';
import { placeOf, useGo, useToldWords } from './told';

/** Limits, each a tap away; where they stand against one another, with what frees those that are nobody's but the plan's. */
export function Limits({
  label,
  limits,
  own,
  free = false,
}: {
  label: string;
  limits: readonly Told[];
  own?: Uuid;
  free?: boolean;
}) {
  const words = useToldWords();
  const go = useGo();
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const { plan, nodes } = useAppSelector(selectCommitted);
  return (
    <List label={label}>
      {limits.map((told, index) => {
        const place = placeOf(told, (node) => nodes.get(node)?.arriving[0]?.run ?? nodes.get(node)?.leaving[0]?.run);
        const edits = free ? freed(plan, told) : undefined;
        const keeping = free && 'keeping' in told.from ? told.from.keeping : undefined;
        return (
          <View key={index} style={styles.one}>
            <View style={styles.row}>
              <Row
                title={words(told, own)}
                note={told.source}
                onPress={place && (() => go(place.run, place.at))}
                does="Go to it"
              />
            </View>
            {edits ? (
              <Button icon="free" label={`Free it: ${words(told, own)}`} onPress={() => edit(edits)}>
                Free it
              </Button>
            ) : null}
            {keeping === undefined ? null : (
              <Button icon="edit" onPress={() => dispatch(sheetOpened({ sheet: 'keeping', keeping }))}>
                Change
              </Button>
            )}
          </View>
        );
      })}
    </List>
  );
}

/** What sets a fact free; undefined of what is no fact. */
function freed(plan: Plan, { from, run: id }: Told): readonly Edit[] | undefined {
  const run = id === undefined ? undefined : plan.run[id];
  if (!('fact' in from) || !run) return undefined;
  const grade = plan.runGrade[run.id];
  switch (from.fact) {
    case 'low':
    case 'high':
    case 'slope':
      return [{ op: 'put', item: freeFact(run, grade, from.fact) }];
    case 'drop':
      return fixDrop(plan, run, undefined).map((item): Edit => ({ op: 'put', item }));
    default:
      return undefined;
  }
}

const styles = StyleSheet.create({
  one: { flexDirection: 'row', alignItems: 'center', gap: 6, paddingRight: 8 },
  row: { flex: 1 },
});
