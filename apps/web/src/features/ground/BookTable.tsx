import type { Evaluation } from '@alveus/core';
import type { Shot } from '@alveus/plan';
import { cutText, Elevation, Reading } from '@alveus/plan';
import { useMemo, useState } from 'react';
import { StyleSheet } from 'react-native';
import { sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { selectRested } from '../../store/results';
import { useActions } from '../../sync/SyncProvider';
import type { Column } from '../../ui/Table';
import { Table } from '../../ui/Table';
import { Field, MeasureField, Tap, usePrint, useUnits, Words } from '../../ui/measured';
import { targetWords } from '../parts/targets';
import { correction } from './shot';

interface BookRow {
  /** The same for what corrects a reading: it takes its turn. */
  readonly key: string;
  readonly shot: Shot;
  /** Height of instrument, m; told where the level looked back. */
  readonly height: number | undefined;
  readonly found: number | undefined;
}

/** The whole level book as it is kept on paper; what is typed over a reading is a new record that corrects it. */
export function BookTable({ height }: { height: number }) {
  const evaluation = useAppSelector(selectRested);
  const { book } = evaluation;
  const rows = useMemo(() => rowsOf(book), [book]);
  const columns = useColumns(evaluation);
  if (rows.length === 0) return null;
  return <Table label="Level book" columns={columns} rows={rows} keyOf={keyOf} height={height} />;
}

const keyOf = ({ key }: BookRow): string => key;

function rowsOf({ setups, elevations }: Evaluation['book']): BookRow[] {
  return setups.flatMap(({ setup, shots, height }) => {
    const backs = shots.filter(({ sight }) => sight === 'back').length;
    let seen = 0;
    return shots.map((shot, index): BookRow => {
      if (shot.sight === 'back') seen += 1;
      return {
        key: `${setup.id} ${index}`,
        shot,
        // After the last look back, where it is settled.
        height: shot.sight === 'back' && seen === backs ? height : undefined,
        found: elevations.get(shot.id)?.adjusted,
      };
    });
  });
}

function useColumns({ plan, lineage }: Evaluation): readonly Column<BookRow>[] {
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const print = usePrint();
  const { system } = useUnits();
  return useMemo(() => {
    const words = (shot: Shot): string => targetWords(shot.target, plan, system, lineage);
    const correct = (shot: Shot, other: Partial<Shot>): void => edit([{ op: 'put', item: correction(shot, other) }]);
    const reading = (shot: Shot, name: string) => (
      <MeasureField
        bare
        when="leaving"
        label={`${name} on ${words(shot)}`}
        quantity="elevation"
        value={shot.reading.value}
        limit={shot.reading.by === 'rod' ? Reading.options[0].shape.value : Elevation}
        onChange={(value) => {
          if (value !== undefined) correct(shot, { reading: { ...shot.reading, value } });
        }}
      />
    );
    const figure = (value: number | undefined) =>
      value === undefined ? null : <Words strong>{print(value, 'elevation')}</Words>;
    return [
      {
        name: 'On',
        wide: 3,
        cell: ({ shot }) => (
          <Tap
            style={styles.on}
            onPress={() => dispatch(sheetOpened({ sheet: 'shot', setup: shot.setup, corrects: shot.id }))}
          >
            <Words tone="water">{words(shot)}</Words>
          </Tap>
        ),
      },
      {
        name: 'Backsight',
        wide: 2,
        cell: ({ shot }) => (shot.sight === 'back' ? reading(shot, 'Backsight') : null),
      },
      { name: 'Instrument', wide: 2, cell: ({ height }) => figure(height) },
      {
        name: 'Foresight',
        wide: 2,
        cell: ({ shot }) => (shot.sight === 'fore' ? reading(shot, 'Foresight') : null),
      },
      { name: 'Elevation', wide: 2, cell: ({ found }) => figure(found) },
      {
        name: 'Note',
        wide: 3,
        cell: ({ shot }) => (
          <NoteCell
            key={shot.note}
            label={`Note on ${words(shot)}`}
            value={shot.note}
            onChange={(note) => correct(shot, { note })}
          />
        ),
      },
    ];
  }, [plan, lineage, dispatch, edit, print, system]);
}

/** Taken when it is left, so that each letter is no record of its own. */
function NoteCell({ label, value, onChange }: { label: string; value: string; onChange: (note: string) => void }) {
  const [text, setText] = useState(value);
  const leave = (): void => {
    const note = cutText(text, 200);
    if (note !== value) onChange(note);
  };
  return <Field bare label={label} value={text} onChange={setText} onLeave={leave} onSubmit={leave} />;
}

const styles = StyleSheet.create({
  on: { alignItems: 'flex-start', paddingHorizontal: 4 },
});
