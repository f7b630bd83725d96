import { formOf, lowerOf, upperOf } from '@alveus/plan';
import { View } from 'react-native';
import { sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { selectEvaluation, selectLineResult } from '../../store/results';
import { Heading, List, Row, usePrint } from '../../ui/measured';

/** The holes of the line, and what has to stand in one that is not set yet. */
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
    if (!node) return [];
    const form = formOf(node.form);
    if (!hole && (!form.hole || form.existing)) return [];
    const words = hole
      ? hole.amounts && hole.depth !== undefined
        ? `${print(hole.depth, 'depth')} deep, ${print(hole.amounts.excavation, 'volume')} dug`
        : 'depth not known yet'
      : `${form.word}: no hole set; not counted`;
    return [{ id, name: node.name, told: words }];
  });
  if (rows.length === 0) return null;
  return (
    <View>
      <Heading>Holes of structures</Heading>
      <List label="Holes of structures">
        {rows.map(({ id, name, told: note }) => (
          <Row
            key={id}
            title={name}
            note={note}
            onPress={() => dispatch(sheetOpened({ sheet: 'hole', node: id }))}
            does="Its hole"
          />
        ))}
      </List>
    </View>
  );
}
