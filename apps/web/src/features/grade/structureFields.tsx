import { resolution } from '@alveus/core';
import type { PipeEnd, StructureRow } from '@alveus/core/compare/structures';
import { structureRows } from '@alveus/core/compare/structures';
import { Elevation, Thickness } from '@alveus/plan';
import { useMemo, useState } from 'react';
import { useStore } from 'react-redux';
import type { Store } from '../../store';
import { sheetOpened, useAppSelector } from '../../store';
import { selectCommitted, selectRoute } from '../../store/results';
import { useActions } from '../../sync/SyncProvider';
import { MeasureField, useUnits } from '../../ui/measured';
import { dropEdits, rimEdit, waysFor } from './structures';

/** The fields of the table of structures: a level typed or nudged is one edit of the plan. */

/** The structures of what is shown, from its low end up. */
export function useStructures(): readonly StructureRow[] {
  const evaluation = useAppSelector(selectCommitted);
  const route = useAppSelector(selectRoute);
  return useMemo(() => (route ? structureRows(evaluation, route) : []), [evaluation, route]);
}

interface LevelProps {
  row: StructureRow;
}

export function RimField({ row }: LevelProps) {
  const store = useStore() as Store;
  const { edit } = useActions();
  const { system, fraction } = useUnits();
  return (
    <MeasureField
      bare
      optional
      when="leaving"
      label={`Rim of ${row.name}`}
      quantity="elevation"
      value={row.rim}
      limit={Elevation}
      nudge={resolution('elevation', system, fraction)}
      onChange={(rim) => {
        const edits = rimEdit(selectCommitted(store.getState()), row, rim);
        if (edits.length > 0) edit(edits);
      }}
    />
  );
}

/** The invert of the pipe that comes in, or of the one that goes out. Where one of several could give way, it is asked which. */
export function InvertField({ row, which }: LevelProps & { which: 'in' | 'out' }) {
  const store = useStore() as Store;
  const { edit } = useActions();
  const { system, fraction } = useUnits();
  const pipe = row[which];
  const end = which === 'in' ? 'low' : 'high';
  // Asked what gives way, people may leave it as it was: then the field shows what is in the plan.
  const [round, setRound] = useState(0);
  if (!pipe) return null;
  const ways = (to: number) => waysFor(selectCommitted(store.getState()), pipe, end, to);
  return (
    <MeasureField
      key={round}
      bare
      when="leaving"
      label={`${which === 'in' ? 'Incoming' : 'Outgoing'} invert of ${row.name}`}
      quantity="elevation"
      value={pipe.invert}
      limit={Elevation}
      check={(to) => (held(pipe, to) || ways(to).length > 0 ? undefined : 'Other figures hold it where it is.')}
      nudge={resolution('elevation', system, fraction)}
      onChange={(to) => {
        if (to === undefined) return;
        const [first, ...others] = ways(to);
        if (first && others.length === 0) edit(first.edits);
        else if (first) {
          setRound(round + 1);
          store.dispatch(sheetOpened({ sheet: 'gives', run: pipe.run, end, to }));
        }
      }}
      // The least disturbing, as on the long section.
      onNudge={(to) => {
        const [first] = ways(to);
        if (first) edit(first.edits);
      }}
    />
  );
}

/** Whether it lies there already. */
const held = ({ invert }: PipeEnd, to: number): boolean => invert !== undefined && Math.abs(invert - to) < 1e-9;

export function DropField({ row }: LevelProps) {
  const store = useStore() as Store;
  const { edit } = useActions();
  const { system, fraction } = useUnits();
  if (!row.in || !row.out) return null;
  return (
    <MeasureField
      bare
      optional
      when="leaving"
      label={`Drop through ${row.name}`}
      quantity="thickness"
      value={row.drop}
      limit={Thickness}
      nudge={resolution('thickness', system, fraction)}
      onChange={(drop) => {
        const edits = dropEdits(selectCommitted(store.getState()), row, drop);
        if (edits.length > 0) edit(edits);
      }}
    />
  );
}
