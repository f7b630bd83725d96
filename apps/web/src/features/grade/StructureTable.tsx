import type { StructureRow } from '@alveus/core/compare/structures';
import { useMemo } from 'react';
import { StyleSheet } from 'react-native';
import { sheetOpened, useAppDispatch } from '../../store';
import { Tap, usePrint, Words } from '../../ui/measured';
import type { Column } from '../../ui/Table';
import { Table } from '../../ui/Table';
import { DropField, InvertField, RimField, useStructures } from './structureFields';
import { besidesWords } from './structureWords';

const NO_BREAK = '\u00a0';

/** The structures of what is shown, as on a plan sheet; levels are typed over in their place. */
export function StructureTable({ height }: { height: number }) {
  const rows = useStructures();
  const dispatch = useAppDispatch();
  const print = usePrint();
  const columns = useMemo(
    (): readonly Column<StructureRow>[] => [
      {
        name: 'Structure',
        wide: 3,
        cell: ({ node, name }) => (
          <Tap style={styles.name} onPress={() => dispatch(sheetOpened({ sheet: 'node', node }))}>
            <Words tone="water" strong>
              {name}
            </Words>
          </Tap>
        ),
      },
      { name: 'Rim', wide: 2, cell: (row) => <RimField row={row} /> },
      { name: 'Incoming invert', wide: 2, cell: (row) => <InvertField row={row} which="in" /> },
      { name: 'Outgoing invert', wide: 2, cell: (row) => <InvertField row={row} which="out" /> },
      { name: 'Drop', wide: 2, cell: (row) => <DropField row={row} /> },
      {
        name: 'Depth',
        wide: 2,
        cell: ({ depth }) => (depth === undefined ? null : <Words strong>{print(depth, 'depth')}</Words>),
      },
      {
        name: 'Outgoing pipe',
        wide: 2,
        cell: ({ out }) =>
          out ? (
            <Words>
              {`${print(out.length, 'distance')}${out.slope === undefined ? '' : ` at ${print(out.slope, 'slope').replace(' ', NO_BREAK)}`}`}
            </Words>
          ) : null,
      },
      { name: 'Also entering', wide: 2, cell: (row) => <Words tone="muted">{besidesWords(row, print)}</Words> },
    ],
    [dispatch, print],
  );
  return <Table label="Structures" columns={columns} rows={rows} keyOf={keyOf} height={height} />;
}

const keyOf = ({ node }: StructureRow): string => node;

const styles = StyleSheet.create({ name: { alignItems: 'flex-start', paddingHorizontal: 4 } });
