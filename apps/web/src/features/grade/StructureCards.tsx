import type { StructureRow } from '@alveus/core/compare/structures';
import { memo } from 'react';
import { StyleSheet, View } from 'react-native';
import { sheetOpened, useAppDispatch } from '../../store';
import { Cell, Cells, List, Tap, Unseen, usePrint, Words } from '../../ui/measured';
import { useTones } from '../../theme/ThemeProvider';
import { besidesWords } from './structureWords';
import { DropField, InvertField, RimField, useStructures } from './structureFields';

/** The table where there is no room for one: a structure under the other, from the low end up. */
export function StructureCards() {
  return (
    <List label="Structures">
      {useStructures().map((row) => (
        <Card key={row.node} row={row} />
      ))}
    </List>
  );
}

const Card = memo(function Card({ row }: { row: StructureRow }) {
  const tones = useTones();
  const dispatch = useAppDispatch();
  const print = usePrint();
  const besides = besidesWords(row, print);
  return (
    <View role="listitem" style={[styles.card, { borderColor: tones.line }]}>
      <Tap style={styles.name} onPress={() => dispatch(sheetOpened({ sheet: 'node', node: row.node }))}>
        <Words strong tone="water" size="large">
          {row.name}
        </Words>
        <Words tone="muted">{row.depth === undefined ? '' : `${print(row.depth, 'depth')} deep`}</Words>
        <Unseen>. Open it</Unseen>
      </Tap>
      <Cells>
        <Cell name="Rim">
          <RimField row={row} />
        </Cell>
        {row.in ? (
          <Cell name="Incoming invert">
            <InvertField row={row} which="in" />
          </Cell>
        ) : null}
        {row.out ? (
          <Cell name="Outgoing invert">
            <InvertField row={row} which="out" />
          </Cell>
        ) : null}
        {row.in && row.out ? (
          <Cell name="Drop">
            <DropField row={row} />
          </Cell>
        ) : null}
      </Cells>
      {besides ? <Words size="small" tone="muted">{`Also entering: ${besides}`}</Words> : null}
      {row.out ? (
        <Words size="small" tone="muted">
          {`Out: ${print(row.out.length, 'distance')}${row.out.slope === undefined ? '' : ` at ${print(row.out.slope, 'slope')}`}`}
        </Words>
      ) : null}
    </View>
  );
});

const styles = StyleSheet.create({
  card: { paddingHorizontal: 12, paddingBottom: 12, gap: 4, borderBottomWidth: 1 },
  name: { flexDirection: 'row', justifyContent: 'space-between', alignItems: 'center' },
});
