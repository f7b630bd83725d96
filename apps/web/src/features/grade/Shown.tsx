import { distanceOf } from '@alveus/core';
import { lowerOf } from '@alveus/plan';
import { useStore } from 'react-redux';
import type { RootState, Shows, Store } from '../../store';
import { viewChanged, stationMoved, useAppDispatch, useAppSelector } from '../../store';
import { selectLine, selectLive, selectPlace, selectRoute } from '../../store/results';
import { StyleSheet, View } from 'react-native';
import { Choice } from '../../ui';

/** Whether the line's water goes on in another line. */
function goesOn(state: RootState): boolean {
  const lowest = selectLine(state)?.order.runs[0];
  return lowest !== undefined && selectLive(state).topology.leaving.has(lowerOf(lowest));
}

/** What is drawn: the line, the way of its water to the outlet, or the network from above. */
export function Shown() {
  const dispatch = useAppDispatch();
  const store = useStore() as Store;
  const shows = useAppSelector((state) => state.view.shows);
  const on = useAppSelector(goesOn);
  const options: { value: Shows; label: string }[] = [
    { value: 'line', label: 'Line' },
    ...(on || shows === 'route' ? [{ value: 'route' as const, label: 'To the outlet' }] : []),
    { value: 'network', label: 'Network' },
  ];
  /** The station stays at the place where it is, as far as that is on what is drawn. */
  const show = (next: Shows): void => {
    const before = selectPlace(store.getState());
    dispatch(viewChanged(next));
    const route = selectRoute(store.getState());
    const along = before && route && distanceOf(route, before.run.id, before.station.at);
    if (along !== undefined) dispatch(stationMoved(along));
  };
  return (
    <View style={styles.pad}>
      <Choice label="View" bare options={options} value={shows} onChange={show} />
    </View>
  );
}

const styles = StyleSheet.create({ pad: { paddingHorizontal: 12, paddingVertical: 6 } });
