import { useRouter } from 'expo-router';
import { memo, useEffect } from 'react';
import { StyleSheet, View } from 'react-native';
import { shallowEqual } from 'react-redux';
import { savingWords, sheetOpened, useAppDispatch, useAppSelector, viewReset } from '../../store';
import type { Stage, StageState } from '../../store/results';
import { selectStageState, STAGES } from '../../store/results';
import { SyncProvider, useActions, useOutbox } from '../../sync/SyncProvider';
import { useTones } from '../../theme/ThemeProvider';
import type { Tab } from '../../ui';
import { Bar, Busy, Button, IconButton, Tabs, useWide, Words } from '../../ui';
import { STAGE_WORDS } from '../parts/words';
import { ServerSays } from './ServerSays';
import { Sheets } from './SheetHost';
import type { StageName } from './StageStack';
import { STAGE_PARTS, StageStack } from './StageStack';
import { useJobKeys } from './useJobKeys';
import { Units } from './Units';

interface JobScreenProps {
  job: string;
  stage: StageName;
}

/** A job open at one of its stages. */
export function JobScreen(props: JobScreenProps) {
  return (
    <SyncProvider>
      <OpenJob {...props} />
    </SyncProvider>
  );
}

function OpenJob({ job, stage }: JobScreenProps) {
  const tones = useTones();
  const wide = useWide();
  const dispatch = useAppDispatch();
  const outbox = useOutbox();
  const openId = useAppSelector((state) => state.job.id);
  const opening = useAppSelector((state) => state.job.opening);

  useEffect(() => {
    if (openId === job) return;
    dispatch(viewReset());
    void outbox.open(job);
  }, [job, openId, outbox, dispatch]);
  // While the plan is read from the device.
  useEffect(() => void STAGE_PARTS[stage].load().catch(() => undefined), [stage]);
  useJobKeys();

  return (
    <Units>
      <View style={[styles.page, { backgroundColor: tones.page }]}>
        <TopBar />
        <ServerSays />
        <View style={wide ? styles.bodyWide : styles.body}>
          <Stages stage={stage} wide={wide} />
          <View style={styles.stage} role="main">
            {opening === 'open' ? (
              <StageStack key={openId} stage={stage} />
            ) : (
              <Waiting missing={opening === 'missing'} />
            )}
          </View>
        </View>
        <Sheets />
      </View>
    </Units>
  );
}

const TopBar = memo(function TopBar() {
  const tones = useTones();
  const router = useRouter();
  const dispatch = useAppDispatch();
  const actions = useActions();
  const name = useAppSelector((state) => state.job.name);
  const canUndo = useAppSelector((state) => state.job.past.length > 0);
  const canRedo = useAppSelector((state) => state.job.future.length > 0);
  return (
    <Bar>
      <IconButton name="back" label="All jobs" onPress={() => router.navigate('/')} />
      <View style={[styles.title, { borderColor: tones.line }]}>
        <Words size="large" strong heading={1} lines={1}>
          {name || 'Job'}
        </Words>
        <SaveState />
      </View>
      <IconButton name="undo" label="Undo" onPress={actions.undo} disabled={!canUndo} />
      <IconButton name="redo" label="Redo" onPress={actions.redo} disabled={!canRedo} />
      <IconButton name="menu" label="Menu" onPress={() => dispatch(sheetOpened({ sheet: 'menu' }))} />
    </Bar>
  );
});

function Stages({ stage, wide }: { stage: StageName; wide: boolean }) {
  const router = useRouter();
  const states = useAppSelector(
    (state) =>
      Object.fromEntries(STAGES.map((stage) => [stage, selectStageState(state, stage)])) as Record<Stage, StageState>,
    shallowEqual,
  );
  return (
    <View role="navigation" aria-label="Stages">
      <Tabs
        label="Stages of the job"
        tabs={stageTabs(states)}
        value={stage === 'rules' ? undefined : stage}
        // The same page with another stage: what frames it stays as it is, and the focus where it was.
        onChange={(next) => router.setParams({ stage: next })}
        upright={wide}
      />
    </View>
  );
}

function Waiting({ missing }: { missing: boolean }) {
  const router = useRouter();
  const offline = useAppSelector((state) => state.job.link.state === 'offline');
  if (!missing && !offline) return <Busy>Opening the job…</Busy>;
  return (
    <View style={styles.waiting}>
      <Words size="title" strong>
        {missing ? 'Job not found' : 'No connection'}
      </Words>
      <Words>
        {missing
          ? 'It was deleted, or the address is wrong.'
          : 'This job is not on this device yet, and the server cannot be reached. The app keeps trying.'}
      </Words>
      <Button onPress={() => router.navigate('/')}>All jobs</Button>
    </View>
  );
}

/** Whether what was done is kept, and saved. */
function SaveState() {
  const text = useAppSelector((state) => savingWords(state).text);
  const tone = useAppSelector((state) => savingWords(state).tone);
  return (
    <div role="status" aria-live="polite" data-testid="save-state">
      <Words size="small" tone={tone} lines={1}>
        {text}
      </Words>
    </div>
  );
}

const MARKS: Record<StageState, Tab<Stage>['mark']> = {
  'nothing yet': { icon: null, tone: 'muted' },
  'in progress': { icon: 'edit', tone: 'muted' },
  'needs work': { icon: 'fix', tone: 'fix' },
  OK: { icon: 'check', tone: 'settled' },
};

/** The stages as tabs, each with how it stands. */
const stageTabs = (states: Readonly<Record<Stage, StageState>>): Tab<Stage>[] =>
  STAGES.map((stage) => ({
    value: stage,
    label: STAGE_WORDS[stage],
    icon: stage,
    state: states[stage],
    mark: MARKS[states[stage]],
  }));

const styles = StyleSheet.create({
  page: { flex: 1 },
  title: { flex: 1, overflow: 'hidden' },
  body: { flex: 1 },
  bodyWide: { flex: 1, flexDirection: 'row' },
  stage: { flex: 1 },
  waiting: { padding: 24, gap: 12, paddingTop: 48, maxWidth: 560, alignSelf: 'center', width: '100%' },
});
