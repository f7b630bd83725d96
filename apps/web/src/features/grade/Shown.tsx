import { lowerOf } from '@alveus/plan';
import type { RootState, Shows } from '../../store';
import { shown, useAppDispatch, useAppSelector } from '../../store';
import { selectLine, selectLive } from '../../store/results';
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
  const shows = useAppSelector((state) => state.view.shows);
  const on = useAppSelector(goesOn);
  const options: { value: Shows; label: string }[] = [
    { value: 'line', label: 'Line' },
    ...(on || shows === 'route' ? [{ value: 'route' as const, label: 'To the outlet' }] : []),
    { value: 'network', label: 'Network' },
  ];
  return (
    <View style={styles.pad}>
      <Choice label="Drawn" bare options={options} value={shows} onChange={(next) => dispatch(shown(next))} />
    </View>
  );
}

const styles = StyleSheet.create({ pad: { paddingHorizontal: 12, paddingVertical: 6 } });
