import type { Job } from '@alveus/plan';
import { Name, openPlanFile } from '@alveus/plan';
import { useRouter } from 'expo-router';
import { useEffect, useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Icon } from '../../parts/Icon';
import { Field } from '../../parts/MeasureInput';
import { Sheet } from '../../parts/Sheet';
import { Button, IconTap, Tap } from '../../parts/Tap';
import { Words } from '../../parts/Words';
import { DeviceSettings } from '../../sheets/MenuSheet';
import { noticed, useAppDispatch, useAppSelector } from '../../store';
import { chooseText } from '../../sync/files';
import { useActions } from '../../sync/SyncProvider';
import { useTones } from '../../theme/ThemeProvider';

/** All jobs, the one last worked on first. */
export function JobsScreen() {
  const tones = useTones();
  const router = useRouter();
  const dispatch = useAppDispatch();
  const actions = useActions();
  const { list, state } = useAppSelector((root) => root.jobs);
  const [naming, setNaming] = useState<Job | 'new'>();
  const [menu, setMenu] = useState(false);

  useEffect(() => {
    void actions.listJobs();
    const timer = setInterval(() => void actions.listJobs(), 10_000);
    return () => clearInterval(timer);
  }, [actions]);

  const open = async (): Promise<void> => {
    const chosen = await chooseText('.json,application/json');
    if (!chosen) return;
    const opened = chosen.ok ? openPlanFile(chosen.text) : chosen;
    if (!opened.ok) {
      dispatch(noticed(opened.message));
      return;
    }
    const id = await actions.createJob(opened.name, opened.plan);
    if (id) router.push(`/job/${id}/grade`);
  };

  return (
    <View style={[styles.page, { backgroundColor: tones.page }]}>
      <View style={[styles.top, { backgroundColor: tones.water }]}>
        <View style={styles.brand}>
          <Mark color={tones.onWater} />
          <Words size="title" strong tone="onWater" heading={1}>
            Alveus
          </Words>
        </View>
        <Words tone="onWater" style={styles.flex} lines={2} size="small">
          Every elevation agrees with every other
        </Words>
        <IconTap name="menu" label="Units and light" onPress={() => setMenu(true)} color={tones.onWater} />
      </View>
      <ScrollView contentContainerStyle={styles.body}>
        <View style={styles.actions}>
          <Button kind="main" icon="plus" onPress={() => setNaming('new')}>
            New job
          </Button>
          <Button icon="open" onPress={() => void open()}>
            Open a plan file
          </Button>
        </View>
        {state === 'remembered' ? (
          <View role="status">
            <Words tone="fix">The server cannot be reached. These are the jobs this device remembers; edits to them are kept here and sent later.</Words>
          </View>
        ) : null}
        {list.length === 0 && state !== 'loading' ? (
          <View style={[styles.empty, { borderColor: tones.line, backgroundColor: tones.card }]}>
            <Words size="large" strong>
              No jobs yet
            </Words>
            <Words>A job is one site. Make one, set its outlet, and the trench depth follows.</Words>
          </View>
        ) : null}
        <View role="list" aria-label="Jobs" style={styles.list}>
          {list.map((job) => (
            <View key={job.id} role="listitem" style={[styles.job, { backgroundColor: tones.card, borderColor: tones.line }]}>
              <Tap role="link" onPress={() => router.push(`/job/${job.id}/grade`)} style={styles.open} label={`Open ${job.name}`}>
                <Words size="large" strong lines={2}>
                  {job.name}
                </Words>
                <Words size="small" tone="muted">
                  {`Last changed ${ago(job.changedAt)}`}
                </Words>
              </Tap>
              <IconTap name="edit" label={`Rename ${job.name}`} onPress={() => setNaming(job)} />
              <IconTap name="trash" label={`Delete ${job.name}`} onPress={() => void actions.deleteJob(job.id)} />
            </View>
          ))}
        </View>
        <View style={[styles.caution, { borderColor: tones.fix }]} role="note">
          <Words strong>Before anybody digs</Words>
          <Words>
            Have the utilities located, wait for the marks, and dig by hand near power and gas. Nobody goes into a trench of 5 ft or more, or
            into a bad one of any depth, without protection. What is planned here does not stand above the local code, the inspector or a
            licensed designer.
          </Words>
        </View>
      </ScrollView>
      {naming ? <NameSheet job={naming} onClose={() => setNaming(undefined)} /> : null}
      {menu ? (
        <Sheet title="This device" onClose={() => setMenu(false)}>
          <DeviceSettings />
        </Sheet>
      ) : null}
    </View>
  );
}

function NameSheet({ job, onClose }: { job: Job | 'new'; onClose: () => void }) {
  const router = useRouter();
  const actions = useActions();
  const [name, setName] = useState(job === 'new' ? '' : job.name);
  const [busy, setBusy] = useState(false);
  const parsed = Name.safeParse(name);
  const save = async (): Promise<void> => {
    if (!parsed.success || busy) return;
    setBusy(true);
    if (job === 'new') {
      const id = await actions.createJob(parsed.data);
      if (id) router.push(`/job/${id}/grade`);
      if (id) onClose();
    } else if (await actions.renameJob(job.id, parsed.data)) onClose();
    setBusy(false);
  };
  return (
    <Sheet
      title={job === 'new' ? 'New job' : 'Rename the job'}
      onClose={onClose}
      foot={
        <Button kind="main" onPress={() => void save()} disabled={!parsed.success || busy}>
          {job === 'new' ? 'Make the job' : 'Rename'}
        </Button>
      }
    >
      <Field
        label="Name of the job"
        value={name}
        onChange={setName}
        onSubmit={() => void save()}
        focus
        hint="The site, as the crew calls it"
        error={name === '' || parsed.success ? undefined : `The name ${parsed.error.issues[0]?.message ?? 'is not usable'}.`}
      />
    </Sheet>
  );
}

/** The product's mark: a bed with water in it. */
function Mark({ color }: { color: string }) {
  return <Icon name="trench" color={color} size={30} />;
}

function ago(iso: string): string {
  const minutes = Math.round((Date.now() - Date.parse(iso)) / 60_000);
  if (!(minutes >= 0) || minutes > 60 * 24 * 6) return new Date(iso).toLocaleDateString(undefined, { day: 'numeric', month: 'short', year: 'numeric' });
  if (minutes < 2) return 'just now';
  if (minutes < 90) return `${minutes} minutes ago`;
  return minutes < 60 * 36 ? `${Math.round(minutes / 60)} hours ago` : `${Math.round(minutes / 60 / 24)} days ago`;
}

const styles = StyleSheet.create({
  page: { flex: 1 },
  top: { flexDirection: 'row', alignItems: 'center', gap: 12, paddingLeft: 16, paddingRight: 6, paddingVertical: 8 },
  brand: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  flex: { flex: 1 },
  body: { padding: 16, gap: 16, maxWidth: 760, width: '100%', alignSelf: 'center' },
  actions: { flexDirection: 'row', flexWrap: 'wrap', gap: 10 },
  empty: { borderWidth: 1, borderRadius: 8, padding: 20, gap: 6 },
  list: { gap: 10 },
  job: { flexDirection: 'row', alignItems: 'center', borderWidth: 1, borderRadius: 8, paddingRight: 4 },
  caution: { borderLeftWidth: 5, paddingLeft: 14, paddingVertical: 4, gap: 4, marginTop: 12 },
  open: { flex: 1, paddingHorizontal: 16, paddingVertical: 10 },
});
