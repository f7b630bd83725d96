import { useRouter } from 'expo-router';
import type { ReactNode } from 'react';
import { useEffect } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Icon } from '../parts/Icon';
import type { IconName } from '../parts/Icon';
import { SaveState } from '../parts/SaveState';
import { Button, IconTap, Tap } from '../parts/Tap';
import { useWide } from '../parts/useWide';
import { Words } from '../parts/Words';
import { Sheets } from '../sheets/Sheets';
import { selectStageStates, sheetOpened, useAppDispatch, useAppSelector, viewReset } from '../store';
import type { StageState } from '../store';
import { useActions, useEngine } from '../sync/SyncProvider';
import { useTones } from '../theme/ThemeProvider';

export const STAGES = ['site', 'ground', 'grade', 'trench', 'order'] as const;
export type Stage = (typeof STAGES)[number];
const STAGE_WORDS: Record<Stage, string> = { site: 'Site', ground: 'Ground', grade: 'Grade', trench: 'Trench', order: 'Order' };

interface JobScreenProps {
  job: string;
  stage: Stage | 'rules';
  children: ReactNode;
}

/** A job open at one of its stages. */
export function JobScreen({ job, stage, children }: JobScreenProps) {
  const tones = useTones();
  const wide = useWide();
  const dispatch = useAppDispatch();
  const engine = useEngine();
  const openId = useAppSelector((state) => state.job.id);
  const opening = useAppSelector((state) => state.job.opening);

  useEffect(() => {
    if (openId === job) return;
    dispatch(viewReset());
    void engine.open(job);
  }, [job, openId, engine, dispatch]);
  useUndoKeys();

  return (
    <View style={[styles.page, { backgroundColor: tones.page }]}>
      <TopBar />
      <View style={wide ? styles.bodyWide : styles.body}>
        <StageStrip job={job} stage={stage} wide={wide} />
        <View style={styles.stage} role="main">
          {opening === 'open' ? children : <Waiting missing={opening === 'missing'} />}
        </View>
      </View>
      <Sheets />
    </View>
  );
}

function TopBar() {
  const tones = useTones();
  const router = useRouter();
  const dispatch = useAppDispatch();
  const actions = useActions();
  const name = useAppSelector((state) => state.job.name);
  const canUndo = useAppSelector((state) => state.job.past.length > 0);
  const canRedo = useAppSelector((state) => state.job.future.length > 0);
  return (
    <View style={[styles.top, { backgroundColor: tones.card, borderColor: tones.line }]}>
      <IconTap name="back" label="All jobs" onPress={() => router.navigate('/')} />
      <View style={styles.title}>
        <Words size="large" strong heading={1} lines={1}>
          {name || 'Job'}
        </Words>
        <SaveState />
      </View>
      <IconTap name="undo" label="Undo" onPress={actions.undo} disabled={!canUndo} />
      <IconTap name="redo" label="Redo" onPress={actions.redo} disabled={!canRedo} />
      <IconTap name="menu" label="Menu" onPress={() => dispatch(sheetOpened({ sheet: 'menu' }))} />
    </View>
  );
}

function StageStrip({ job, stage, wide }: { job: string; stage: Stage | 'rules'; wide: boolean }) {
  const tones = useTones();
  const router = useRouter();
  const states = useAppSelector(selectStageStates);
  const tabs = STAGES.map((name) => {
    const chosen = name === stage;
    return (
      <Tap
        key={name}
        role="tab"
        selected={chosen}
        onPress={() => router.replace(`/job/${job}/${name}`)}
        label={`${STAGE_WORDS[name]}, ${states[name]}`}
        style={[
          wide ? styles.tabWide : styles.tab,
          { borderColor: chosen ? tones.water : 'transparent', backgroundColor: chosen ? tones.waterSoft : 'transparent' },
        ]}
      >
        <Icon name={name} color={chosen ? tones.water : tones.muted} />
        <View>
          <Words strong={chosen} size={wide ? 'large' : 'body'}>
            {STAGE_WORDS[name]}
          </Words>
          {wide ? <StateMark state={states[name]} words /> : null}
        </View>
        {wide ? null : <StateMark state={states[name]} />}
      </Tap>
    );
  });
  if (wide) {
    return (
      <View role="tablist" aria-label="Stages of the job" style={[styles.rail, { backgroundColor: tones.card, borderColor: tones.line }]}>
        {tabs}
      </View>
    );
  }
  return (
    <ScrollView horizontal style={[styles.strip, { backgroundColor: tones.card, borderColor: tones.line }]} contentContainerStyle={styles.tabs} showsHorizontalScrollIndicator={false}>
      <View role="tablist" aria-label="Stages of the job" style={styles.tabs}>
        {tabs}
      </View>
    </ScrollView>
  );
}

const STATE_MARKS: Record<StageState, { icon: IconName | null; tone: 'muted' | 'fix' | 'settled' }> = {
  empty: { icon: null, tone: 'muted' },
  'in work': { icon: 'edit', tone: 'muted' },
  'in trouble': { icon: 'fix', tone: 'fix' },
  settled: { icon: 'check', tone: 'settled' },
};

function StateMark({ state, words = false }: { state: StageState; words?: boolean }) {
  const tones = useTones();
  const { icon, tone } = STATE_MARKS[state];
  if (words) {
    return (
      <Words size="small" tone={tone}>
        {state}
      </Words>
    );
  }
  return icon ? <Icon name={icon} size={16} color={tones[tone]} /> : null;
}

function Waiting({ missing }: { missing: boolean }) {
  const router = useRouter();
  const offline = useAppSelector((state) => state.job.link.state === 'offline');
  return (
    <View style={styles.waiting}>
      <Words size="title" strong>
        {missing ? 'No such job' : offline ? 'No connection' : 'Opening the job…'}
      </Words>
      {missing || offline ? (
        <Words>{missing ? 'It was deleted, or the address is wrong.' : 'This job is not on this device yet, and the server cannot be reached. It is tried again and again.'}</Words>
      ) : null}
      {missing || offline ? <Button onPress={() => router.navigate('/')}>All jobs</Button> : null}
    </View>
  );
}

/** Undo and redo from the keyboard, except while somebody types: there the field's own undo is meant. */
function useUndoKeys(): void {
  const actions = useActions();
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      if (!(event.ctrlKey || event.metaKey) || event.target instanceof HTMLInputElement) return;
      const key = event.key.toLowerCase();
      if (key !== 'z' && key !== 'y') return;
      event.preventDefault();
      if (key === 'y' || event.shiftKey) actions.redo();
      else actions.undo();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [actions]);
}

const styles = StyleSheet.create({
  page: { flex: 1 },
  top: { flexDirection: 'row', alignItems: 'center', borderBottomWidth: 1, paddingHorizontal: 2, minHeight: 56 },
  title: { flex: 1, overflow: 'hidden' },
  body: { flex: 1 },
  bodyWide: { flex: 1, flexDirection: 'row' },
  stage: { flex: 1 },
  strip: { flexGrow: 0, flexShrink: 0, borderBottomWidth: 1 },
  tabs: { flexDirection: 'row', flexGrow: 1 },
  tab: { flexDirection: 'row', alignItems: 'center', justifyContent: 'center', gap: 6, paddingHorizontal: 14, borderBottomWidth: 4, borderRadius: 0, flexGrow: 1 },
  rail: { width: 148, borderRightWidth: 1, paddingTop: 12 },
  tabWide: { flexDirection: 'row', alignItems: 'center', justifyContent: 'flex-start', gap: 10, paddingHorizontal: 12, minHeight: 64, borderLeftWidth: 5, borderRadius: 0 },
  waiting: { padding: 24, gap: 12, paddingTop: 48, maxWidth: 560, alignSelf: 'center', width: '100%' },
});
