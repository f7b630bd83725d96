import type { Sum, Takeoff } from '@alveus/core/takeoff';
import { StyleSheet, View } from 'react-native';
import { sheetOpened, useAppDispatch } from '../../store';
import { Card, Figure, FigureGrid, usePrint, Words } from '../../ui/measured';
import type { GroupName } from './groups';
import { GROUPS } from './groups';

/** Few figures that say how large the job is. */
export function Glance({ takeoff: { sums, soil } }: { takeoff: Takeoff }) {
  const dispatch = useAppDispatch();
  const print = usePrint();
  const add = (name: GroupName, what: (sum: Sum) => number): number =>
    sums.reduce((all, sum) => (GROUPS[name].has(sum) ? all + what(sum) : all), 0);
  const tiles: readonly (readonly [GroupName, string])[] = [
    [
      'bulk',
      print(
        add('bulk', ({ mass }) => mass),
        'mass',
      ),
    ],
    ['brought', String(add('brought', ({ loads }) => loads))],
    ['hauled', print(soil.leftLoose, 'volume')],
    ['away', String(add('away', ({ loads }) => loads))],
    [
      'pipe',
      print(
        add('pipe', ({ ordered }) => ordered),
        'footage',
      ),
    ],
    ['fittings', String(add('fittings', ({ ordered }) => ordered))],
  ];
  return (
    <Card title="The job at a glance" style={styles.whole}>
      <FigureGrid columns={2} label="The job at a glance">
        {tiles.map(([group, value]) => (
          <Figure
            key={group}
            label={GROUPS[group].title}
            onPress={() => dispatch(sheetOpened({ sheet: 'articles', group }))}
            said=". Open what it is made of"
          >
            {value}
          </Figure>
        ))}
      </FigureGrid>
      <View style={styles.text}>
        <Words size="small" tone="muted">
          {`Dug ${print(soil.dug, 'volume')}, of which ${print(soil.back, 'volume')} goes back${soil.moved > 1e-6 ? `, ${print(soil.moved, 'volume')} of it from one line to another` : ''}${soil.stone > 1e-6 ? `, ${print(soil.stone, 'volume')} is stone that goes into another trench` : ''}${soil.short > 1e-6 ? `; ${print(soil.short, 'volume')} is missing and must be brought in` : ''}. All measured in the ground.`}
        </Words>
      </View>
    </Card>
  );
}

const styles = StyleSheet.create({
  whole: { width: '100%' },
  text: { paddingHorizontal: 12, paddingVertical: 8 },
});
