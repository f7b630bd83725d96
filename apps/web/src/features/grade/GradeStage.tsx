import type { ReactNode } from 'react';
import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { panelOpened, settingsChanged, sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { selectLine, selectPlace, selectRoute } from '../../store/results';
import { useTones } from '../../theme/ThemeProvider';
import { Busy, Button, Heading, Words } from '../../ui';
import { later } from '../../ui/later';
import { NotHere } from '../../ui/NotHere';
import { StageFindings } from '../parts/Findings';
import { LineBar } from '../parts/LineBar';
import { SectionView } from '../parts/SectionView';
import { fetchSketch, JudgedSketch, SketchView } from '../parts/SketchView';
import { StageLayout } from '../parts/StageLayout';
import { fetchTrench, TrenchView } from '../parts/TrenchView';
import { GradeBar } from './GradeBar';
import { Laying } from './Laying';
import { Network } from './Network';
import { RunRow } from './RunRow';
import { Shown } from './Shown';
import { StationFigures } from './StationFigures';

fetchSketch();
fetchTrench();

const dig = () => import('../optimize');

const DRAWINGS = [
  { above: 276, draw: (height: number) => <SectionView height={height} handles least={dig} /> },
  { above: 0, draw: (height: number) => <Under height={height} /> },
] as const;

const NETWORK = [
  { above: 340, draw: (height: number) => <JudgedSketch height={height} /> },
  { above: 0, draw: (height: number) => <SectionView height={height} handles least={dig} /> },
] as const;

/** What stands under the long section on a wide page: the trench at the station line, or the whole job from above. */
function Under({ height }: { height: number }) {
  const tones = useTones();
  const dispatch = useAppDispatch();
  const under = useAppSelector((state) => state.settings.under);
  return (
    <View>
      {under === 'sketch' ? <SketchView height={height} /> : <TrenchView height={height} />}
      <View style={[styles.under, { backgroundColor: tones.card, borderColor: tones.line }]}>
        <Button
          icon={under === 'sketch' ? 'trench' : 'site'}
          label={under === 'sketch' ? 'Show the trench here' : 'Show the sketch here'}
          onPress={() => dispatch(settingsChanged({ under: under === 'sketch' ? 'trench' : 'sketch' }))}
        >
          {under === 'sketch' ? 'Trench' : 'Sketch'}
        </Button>
      </View>
    </View>
  );
}

const waiting = <Busy>Opening…</Busy>;
const LeastStage = later<object>(() => dig().then((part) => part.LeastStage), waiting, NotHere);
const RoomStage = later<{ figures: ReactNode }>(() => dig().then((part) => part.RoomStage), waiting, NotHere);

const StructuresStage = later<{ shown: ReactNode; figures: ReactNode }>(
  () => import('./StructuresStage').then((part) => part.StructuresStage),
  waiting,
  NotHere,
);

/** Given to what is loaded later, so that it need not come with that. */
const FIGURES = <StationFigures />;
const SHOWN = <Shown />;

/** Is there enough fall? */
export function GradeStage() {
  const begun = useAppSelector((state) => selectPlace(state) !== undefined);
  const asks = useAppSelector((state) => state.view.asks);
  if (!begun) return <Start />;
  if (asks === 'least') return <LeastStage />;
  if (asks === 'room') return <RoomStage figures={FIGURES} />;
  return asks === 'structures' ? <StructuresStage shown={SHOWN} figures={FIGURES} /> : <Levels />;
}

function Levels() {
  const order = useAppSelector((state) => selectRoute(state)?.order);
  const network = useAppSelector((state) => state.view.shows === 'network');
  const rows = useMemo(
    () => (order?.runs ?? []).map(({ id }) => ({ key: id, render: () => <RunRow id={id} /> })),
    [order],
  );
  return (
    <StageLayout
      stage="grade"
      drawings={network ? NETWORK : DRAWINGS}
      numbers={
        <>
          <Shown />
          {network ? <Network /> : null}
          <LineBar />
          <StationFigures />
          <GradeBar />
          <Laying />
          <Asking />
          <StageFindings quiet="No problems found." />
          <LineHeading />
        </>
      }
      rows={rows}
      after={<More />}
    />
  );
}

/** What the plan is asked beyond what it says. */
function Asking() {
  const dispatch = useAppDispatch();
  return (
    <View style={styles.asking}>
      <Button icon="down" onPress={() => dispatch(panelOpened('least'))} style={styles.ask}>
        Least digging
      </Button>
      <Button icon="spread" onPress={() => dispatch(panelOpened('room'))} style={styles.ask}>
        How far off can it be
      </Button>
      <Button icon="rules" onPress={() => dispatch(panelOpened('structures'))} style={styles.ask}>
        Structures
      </Button>
      <Button icon="ground" onPress={() => dispatch(sheetOpened({ sheet: 'against' }))} style={styles.ask}>
        Depth along the line
      </Button>
    </View>
  );
}

function LineHeading() {
  const dispatch = useAppDispatch();
  const name = useAppSelector((state) => selectLine(state)?.line.name ?? '');
  return (
    <Heading
      action={
        <Button icon="edit" onPress={() => dispatch(sheetOpened({ sheet: 'line' }))}>
          Line
        </Button>
      }
    >
      {name}
    </Heading>
  );
}

/** How the job grows. */
function More() {
  const dispatch = useAppDispatch();
  const here = useAppSelector((state) => selectPlace(state)?.run.id);
  return (
    <View style={styles.add}>
      <Button kind="main" icon="plus" onPress={() => dispatch(sheetOpened({ sheet: 'add-run' }))}>
        Add a run at the top
      </Button>
      <Button icon="plus" onPress={() => dispatch(sheetOpened({ sheet: 'outlet' }))}>
        New line from an outlet
      </Button>
      <Button icon="plus" onPress={() => dispatch(sheetOpened({ sheet: 'plan-sheet' }))}>
        New line from a plan sheet
      </Button>
      {here === undefined ? null : (
        <Button
          icon="plus"
          onPress={() => dispatch(sheetOpened({ sheet: 'crossing', crossing: undefined, run: here }))}
        >
          Mark a utility
        </Button>
      )}
    </View>
  );
}

/** An empty job leads to its first elevation. */
function Start() {
  const dispatch = useAppDispatch();
  return (
    <View style={styles.start}>
      <Words size="title" strong heading={2}>
        Start at the low end
      </Words>
      <Words>
        Every elevation on this job starts where the water leaves. Set the outlet and its invert; then add the pipe run
        by run, up from there.
      </Words>
      <Button kind="main" icon="plus" onPress={() => dispatch(sheetOpened({ sheet: 'outlet' }))}>
        Set the outlet
      </Button>
      <Button icon="plus" onPress={() => dispatch(sheetOpened({ sheet: 'plan-sheet' }))}>
        Type in a plan sheet
      </Button>
      <Button icon="down" onPress={() => dispatch(sheetOpened({ sheet: 'down', node: undefined }))}>
        Septic: start at the house
      </Button>
      <Words size="small" tone="muted">
        Have ready: the height of the outlet, the ground at both ends, and the distance between them. Any benchmark will
        do, even an assumed 100.00.
      </Words>
    </View>
  );
}

const styles = StyleSheet.create({
  under: { position: 'absolute', top: 8, right: 8, borderWidth: 1, borderRadius: 8 },
  asking: { flexDirection: 'row', flexWrap: 'wrap', gap: 10, padding: 12 },
  ask: { flexGrow: 1 },
  add: { padding: 12, paddingBottom: 28, gap: 10 },
  start: { padding: 24, gap: 16, maxWidth: 560, width: '100%', alignSelf: 'center', paddingTop: 48 },
});
