import { StyleSheet, View } from 'react-native';
import type { TrenchShows } from '../../store';
import { trenchShown, useAppDispatch, useAppSelector } from '../../store';
import { Choice } from '../../ui/measured';
import { FromAbove, OpenTrench, TrenchView } from '../parts/TrenchView';

/** What is drawn of the trench: what goes into it, how it stands open, or the ground it takes from above. */
export function Drawn() {
  const dispatch = useAppDispatch();
  const shows = useAppSelector((state) => state.view.trench);
  return (
    <View style={styles.pad}>
      <Choice<TrenchShows>
        label="View"
        bare
        options={[
          { value: 'layers', label: 'Layers' },
          { value: 'open', label: 'Dug open' },
          { value: 'above', label: 'From above' },
        ]}
        value={shows}
        onChange={(next) => dispatch(trenchShown(next))}
      />
    </View>
  );
}

export function TrenchDrawing({ height }: { height: number }) {
  const shows = useAppSelector((state) => state.view.trench);
  if (shows === 'open') return <OpenTrench height={height} />;
  if (shows === 'above') return <FromAbove height={height} />;
  return <TrenchView height={height} />;
}

const styles = StyleSheet.create({ pad: { paddingHorizontal: 12, paddingVertical: 6 } });
