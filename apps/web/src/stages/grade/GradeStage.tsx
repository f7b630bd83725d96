import { StyleSheet, View } from 'react-native';
import { LongSection } from '../../drawing/LongSection';
import { TrenchSection } from '../../drawing/TrenchSection';
import { Findings } from '../../parts/Findings';
import { Button } from '../../parts/Tap';
import { useDrawingRoom, useWide } from '../../parts/useWide';
import { Words } from '../../parts/Words';
import { selectEvaluation, selectFindings, selectLine, selectPlace, sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { Heading } from '../Heading';
import { StageLayout } from '../StageLayout';
import { GradeBar } from './GradeBar';
import { LineChooser } from './LineChooser';
import { RunTable } from './RunTable';
import { StationFigures } from './StationFigures';

/** Is there enough fall? */
export function GradeStage() {
  const dispatch = useAppDispatch();
  const wide = useWide();
  const room = useDrawingRoom();
  const line = useAppSelector(selectLine);
  const place = useAppSelector(selectPlace);
  const findings = useAppSelector(selectFindings);
  const plan = useAppSelector(selectEvaluation).plan;

  if (!line || !place) return <Start />;
  return (
    <StageLayout
      drawing={
        <>
          <LongSection height={wide ? Math.round(room * 0.54) : 276} handles />
          {wide ? <TrenchSection place={place} plan={plan} height={Math.floor(room * 0.46)} /> : null}
        </>
      }
      numbers={
        <>
          <LineChooser />
          <StationFigures place={place} />
          <GradeBar run={place.run} />
          <Heading>{findings.length === 0 ? 'Findings' : `Findings (${findings.length})`}</Heading>
          <Findings findings={findings} quiet="Nothing stands against this grade." />
          <Heading action={<Button icon="edit" onPress={() => dispatch(sheetOpened({ sheet: 'line' }))}>Line</Button>}>{line.line.name}</Heading>
          <RunTable line={line} />
          <View style={styles.add}>
            <Button kind="main" icon="plus" onPress={() => dispatch(sheetOpened({ sheet: 'add-run' }))}>
              Add a run at the top
            </Button>
            <Button icon="plus" onPress={() => dispatch(sheetOpened({ sheet: 'outlet' }))}>
              Another line, from an outlet of its own
            </Button>
          </View>
        </>
      }
    />
  );
}

/** An empty job leads to its first elevation. */
function Start() {
  const dispatch = useAppDispatch();
  return (
    <View style={styles.start}>
      <Words size="title" strong heading={2}>
        Find the low end first
      </Words>
      <Words>
        Every elevation on this job hangs from where the water leaves. Say where the outlet is and how high its invert lies; then add the
        pipe run by run, up from there.
      </Words>
      <Button kind="main" icon="plus" onPress={() => dispatch(sheetOpened({ sheet: 'outlet' }))}>
        Set the outlet
      </Button>
      <Words size="small" tone="muted">
        Have ready: the height of the outlet, the ground at both ends, and how far apart they are. Any benchmark will do, 100.00 too.
      </Words>
    </View>
  );
}

const styles = StyleSheet.create({
  add: { padding: 12, paddingBottom: 28, gap: 10 },
  start: { padding: 24, gap: 16, maxWidth: 560, width: '100%', alignSelf: 'center', paddingTop: 48 },
});
