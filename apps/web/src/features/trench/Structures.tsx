import { lowerOf, upperOf } from '@alveus/plan';
import type { NodeForm } from '@alveus/plan';
import { View } from 'react-native';
import { sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { selectEvaluation, selectLineResult } from '../../store/results';
import { Heading, List, Row, usePrint } from '../../ui/measured';
import { FORM_WORDS } from '../parts/words';

/** What is set into a hole of its own. */
const SET: ReadonlySet<NodeForm> = new Set([
  'structure',
  'stand-pipe',
  'sump',
  'soak-away',
  'inlet',
  'catch-basin',
  'manhole',
  'tank',
  'd-box',
]);

/** The holes of the line: those that are told, and what stands without one. */
export function Structures() {
  const dispatch = useAppDispatch();
  const print = usePrint();
  const line = useAppSelector(selectLineResult);
  const { plan, holes } = useAppSelector(selectEvaluation);
  if (!line) return null;
  const ids = [...new Set(line.order.runs.flatMap((run) => [lowerOf(run), upperOf(run)]))];
  const rows = ids.flatMap((id) => {
    const node = plan.node[id];
    const hole = holes.get(id);
    if (!node || (!hole && !SET.has(node.form))) return [];
    const told = hole
      ? hole.amounts && hole.depth !== undefined
        ? `${print(hole.depth, 'depth')} deep, ${print(hole.amounts.excavation, 'volume')} dug`
        : 'its depth is not known yet'
      : `${FORM_WORDS[node.form]}: no hole told, nothing dug for it`;
    return [{ id, name: node.name, told }];
  });
  if (rows.length === 0) return null;
  return (
    <View>
      <Heading>Holes of structures</Heading>
      <List label="Holes of structures">
        {rows.map(({ id, name, told }) => (
          <Row
            key={id}
            title={name}
            note={told}
            onPress={() => dispatch(sheetOpened({ sheet: 'hole', node: id }))}
            does="Its hole"
          />
        ))}
      </List>
    </View>
  );
}
