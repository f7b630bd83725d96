import { distanceOf, print } from '@alveus/core';
import type { Uuid } from '@alveus/plan';
import { memo } from 'react';
import { useStore } from 'react-redux';
import type { Store } from '../../store';
import { sheetOpened, stationMoved, useAppSelector } from '../../store';
import { selectPlace, selectRested, selectRoute } from '../../store/results';
import { useTones } from '../../theme/ThemeProvider';
import { Icon, IconButton, Row, useUnits } from '../../ui/measured';

/** A run of what is shown, from its low end up: a tap goes to its middle. */
export const RunRow = memo(function RunRow({ id }: { id: Uuid }) {
  const tones = useTones();
  const store = useStore() as Store;
  const { system, fraction } = useUnits();
  const run = useAppSelector((state) => selectRested(state).runs.get(id));
  const troubled = useAppSelector(
    (state) =>
      selectRested(state)
        .findings.run.get(id)
        ?.some(({ severity }) => severity !== 'watch') ?? false,
  );
  const chosen = useAppSelector((state) => selectPlace(state)?.run.id === id);
  if (!run) return null;
  const { slope } = run.grade;
  const deepest = run.trench?.deepest?.depth;
  const facts = [
    print(run.length, 'distance', system, { fraction }),
    slope === undefined ? 'no grade yet' : print(slope, 'slope', system),
    run.pipe?.name ?? 'no pipe',
    deepest === undefined ? '' : `up to ${print(deepest, 'depth', system, { fraction })} deep`,
  ];
  return (
    <Row
      loose
      title={run.run.name}
      note={facts.filter(Boolean).join(' · ')}
      onPress={() => {
        const route = selectRoute(store.getState());
        const middle = route && distanceOf(route, id, run.length / 2);
        if (middle !== undefined) store.dispatch(stationMoved(middle));
      }}
      does="Go to it"
      chosen={chosen}
      after={
        <>
          {troubled ? <Icon name="fix" color={tones.fix} size={20} /> : null}
          <IconButton
            name="edit"
            label={`Edit ${run.run.name}`}
            onPress={() => store.dispatch(sheetOpened({ sheet: 'run', run: id }))}
          />
        </>
      }
    />
  );
});
