import type { Job } from '@alveus/plan';
import { useRouter } from 'expo-router';
import type { ReactNode } from 'react';
import { useEffect, useMemo, useState } from 'react';
import { FlatList, StyleSheet, View } from 'react-native';
import { useFrameDispatch, useFrameSelector } from '../../store/frame/hooks';
import type { KnownJob } from '../../store/frame/jobs';
import { fetchJobs } from '../../store/frame/server';
import { chooseFile } from '../../sync/files';
import { useJobActions } from '../../sync/frame/FrameProvider';
import { useTones } from '../../theme/ThemeProvider';
import { Busy } from '../../ui/Busy';
import { Button, IconButton } from '../../ui/Button';
import { Note } from '../../ui/Card';
import { later } from '../../ui/later';
import { NotHere } from '../../ui/NotHere';
import { Words } from '../../ui/Words';
import { BrandBar } from './BrandBar';
import { JobRow } from './JobRow';
import type { JobOrder } from './JobsTools';

// Fields, sheets and the code of plans come when they are asked for; the list does without them.
const planFiles = () => import('./planFile');
const NameSheet = later(() => import('./sheets').then((sheets) => sheets.NameSheet), null, NotHere);
const DeletedSheet = later(() => import('./sheets').then((sheets) => sheets.DeletedSheet), null, NotHere);
const JobsTools = later(
  () => import('./JobsTools').then((tools) => tools.JobsTools),
  null,
  () => null,
);
const DeviceSheet = later(() => import('./sheets').then((sheets) => sheets.DeviceSheet), null, NotHere);

/** How often the list is asked for, ms. */
const AGAIN = 10_000;

/** All jobs, the one last worked on first. */
export function JobsScreen() {
  const tones = useTones();
  const list = useFrameSelector((root) => root.jobs.list);
  const state = useFrameSelector((root) => root.jobs.state);
  const [sought, setSought] = useState('');
  const [order, setOrder] = useState<JobOrder>('changed');
  const jobs = useMemo(() => found(list, sought, order), [list, sought, order]);
  const [naming, setNaming] = useState<Job | 'new'>();
  const [menu, setMenu] = useState(false);
  const [deleted, setDeleted] = useState(false);
  const dispatch = useFrameDispatch();
  useEffect(() => {
    const ask = (): void => void dispatch(fetchJobs());
    ask();
    const asking = setInterval(ask, AGAIN);
    return () => clearInterval(asking);
  }, [dispatch]);

  return (
    <View style={[styles.page, { backgroundColor: tones.page }]}>
      <BrandBar>
        <View style={styles.motto}>
          <Words tone="onWater" lines={2} size="small">
            Plan and dig storm, French drain and septic lines
          </Words>
        </View>
        <IconButton name="menu" label="Units and light" onPress={() => setMenu(true)} color={tones.onWater} />
      </BrandBar>
      <View role="main" style={styles.page}>
        <FlatList
          data={jobs}
          keyExtractor={(job) => job.id}
          renderItem={({ item }) => <JobRow job={item} onRename={setNaming} />}
          ListHeaderComponent={
            <Beginning
              remembered={state === 'remembered'}
              none={list.length === 0 && state !== 'loading'}
              onNew={() => setNaming('new')}
              tools={
                list.length >= FEW ? (
                  <JobsTools sought={sought} order={order} onSeek={setSought} onOrder={setOrder} />
                ) : null
              }
            />
          }
          ListEmptyComponent={
            state === 'loading' ? (
              <Busy>Loading the jobs…</Busy>
            ) : list.length > 0 ? (
              <Words>No job is called that.</Words>
            ) : null
          }
          ListFooterComponent={
            <View style={styles.foot}>
              <Button onPress={() => setDeleted(true)}>Deleted jobs</Button>
              <Caution />
            </View>
          }
          contentContainerStyle={styles.body}
        />
      </View>
      {naming ? <NameSheet job={naming} onClose={() => setNaming(undefined)} /> : null}
      {deleted ? <DeletedSheet onClose={() => setDeleted(false)} /> : null}
      {menu ? <DeviceSheet onClose={() => setMenu(false)} /> : null}
    </View>
  );
}

/** With fewer, all are in sight. */
const FEW = 4;

/** The list is the last changed first as it comes. */
function found(list: readonly KnownJob[], sought: string, order: JobOrder): readonly KnownJob[] {
  const words = sought.trim().toLowerCase();
  const some = words === '' ? list : list.filter(({ name }) => name.toLowerCase().includes(words));
  return order === 'changed' ? some : [...some].sort((a, b) => a.name.localeCompare(b.name, 'en'));
}

/** How a job is begun, and what is to be known of the list. */
interface BeginningProps {
  remembered: boolean;
  none: boolean;
  onNew: () => void;
  tools: ReactNode;
}

function Beginning({ remembered, none, onNew, tools }: BeginningProps) {
  const tones = useTones();
  const router = useRouter();
  return (
    <View style={styles.beginning}>
      <View style={styles.actions}>
        <Button kind="main" icon="plus" onPress={onNew}>
          New job
        </Button>
        <OpenFile />
        <Button onPress={() => router.push('/help')}>Help</Button>
      </View>
      {remembered ? (
        <Note tone="fix" icon="fix" role="status">
          The server cannot be reached. These are the jobs on this device; changes are saved here and sent later.
        </Note>
      ) : null}
      {none ? (
        <View style={[styles.empty, { borderColor: tones.line, backgroundColor: tones.card }]}>
          <Words size="large" strong>
            No jobs yet
          </Words>
          <Words>
            A job is one site. Create one, set its outlet, and the trench depth follows. Help has a demo to try.
          </Words>
        </View>
      ) : null}
      {tools}
    </View>
  );
}

/** A job from a plan file. */
function OpenFile() {
  const router = useRouter();
  const jobs = useJobActions();
  const open = async (): Promise<void> => {
    const file = await chooseFile('.json,application/json');
    if (!file) return;
    const id = await planFiles()
      .then(({ jobFromFile }) => jobFromFile(file, jobs))
      .catch(() => jobs.say('The part of the app that opens files could not be loaded. Try again with a connection.'));
    if (id) router.push(`/job/${id}/grade`);
  };
  return (
    <Button icon="open" onPress={() => void open()}>
      Open a plan file
    </Button>
  );
}

function Caution() {
  const tones = useTones();
  const depth = useFrameSelector((root) => root.settings.system) === 'metric' ? '1.5 m' : '5 ft';
  return (
    <View style={[styles.caution, { borderColor: tones.fix }]} role="note">
      <Words strong>Before you dig</Words>
      <Words>
        {`Have the utilities located, wait for the marks, and dig by hand near power and gas. Nobody enters a trench ${depth} or deeper, or a bad one of any depth, without protection. Nothing planned here overrides the local code, the inspector or a licensed designer.`}
      </Words>
    </View>
  );
}

const styles = StyleSheet.create({
  page: { flex: 1 },
  motto: { flex: 1, paddingHorizontal: 10 },
  body: { padding: 16, gap: 10, maxWidth: 760, width: '100%', alignSelf: 'center' },
  beginning: { gap: 16, paddingBottom: 6 },
  actions: { flexDirection: 'row', flexWrap: 'wrap', gap: 10 },
  empty: { borderWidth: 1, borderRadius: 8, padding: 20, gap: 6 },
  foot: { gap: 10, alignItems: 'flex-start' },
  caution: { borderLeftWidth: 5, paddingLeft: 14, paddingVertical: 4, gap: 4, marginTop: 12 },
});
