import type { Triad } from '@alveus/core';
import { Elevation, Slope } from '@alveus/plan';
import type { Uuid } from '@alveus/plan';
import { useState } from 'react';
import { useStore } from 'react-redux';
import type { Store } from '../../store';
import { sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { selectEvaluation } from '../../store/results';
import { useActions } from '../../sync/SyncProvider';
import { Button, Choice, MeasureField, Sheet, useUnits, Words } from '../../ui/measured';
import { SLOPE_HINT } from '../parts/words';
import { GivesPicture } from '../parts/pictures';
import { couldGive, lockEdits, TRIAD_WORDS } from './grade';

/** One of low invert, slope and high invert, typed; it is locked where it was typed. */
export function FactSheet({ run: id, which, onClose }: { run: Uuid; which: Triad; onClose: () => void }) {
  const dispatch = useAppDispatch();
  const store = useStore() as Store;
  const { edit } = useActions();
  const run = useAppSelector((state) => selectEvaluation(state).runs.get(id));
  const { system } = useUnits();
  const [value, setValue] = useState(run?.grade[which]);
  const [valid, setValid] = useState(value !== undefined);
  /** What gives way, where two are held already. */
  const [could] = useState(() => (run ? couldGive(store.getState(), run, which) : []));
  const [gives, setGives] = useState(could[0]);
  if (!run) return null;
  const save = (): void => {
    if (!valid || value === undefined) return;
    edit(lockEdits(store.getState(), run, which, value, gives));
    onClose();
  };
  const slope = which === 'slope';
  return (
    <Sheet
      title={`${TRIAD_WORDS[which]} of ${run.run.name}`}
      onClose={onClose}
      foot={
        <>
          <Button onPress={() => dispatch(sheetOpened({ sheet: 'working', figure: { figure: which, run: run.id } }))}>
            Show the working
          </Button>
          <Button kind="main" onPress={save} disabled={!valid}>
            Lock it here
          </Button>
        </>
      }
    >
      <MeasureField
        label={TRIAD_WORDS[which]}
        quantity={slope ? 'slope' : 'elevation'}
        value={run.grade[which]}
        onChange={setValue}
        onValid={setValid}
        onSubmit={save}
        limit={slope ? Slope : Elevation}
        focus
        hint={slope ? SLOPE_HINT[system] : 'Elevation of the inside bottom of the pipe'}
      />
      {could.length > 1 ? (
        <Choice
          label="Two are locked already. Which one gives way?"
          options={could.map((triad) => ({
            value: triad,
            label: TRIAD_WORDS[triad],
            picture: <GivesPicture which={triad} />,
          }))}
          value={gives}
          onChange={setGives}
        />
      ) : gives ? (
        <Words tone="muted">{`The ${TRIAD_WORDS[gives].toLowerCase()} then follows.`}</Words>
      ) : null}
    </Sheet>
  );
}
