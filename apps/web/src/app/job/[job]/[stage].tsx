import { Redirect, useLocalSearchParams } from 'expo-router';
import type { StageName } from '../../../features/job/StageStack';
import { CrashGuard } from '../../../features/jobs/CrashGuard';
import { Lost } from '../../../features/jobs/Lost';
import { Busy } from '../../../ui/Busy';
import { later } from '../../../ui/later';
import { NotHere } from '../../../ui/NotHere';

// The computation, the drawings and the sheets come when a job is opened; the list of jobs does without them.
const Frame = later(
  () => import('../../../features/job/JobScreen').then(({ JobScreen }) => JobScreen),
  <Busy>Opening the job…</Busy>,
  NotHere,
);

const STAGES: Readonly<Record<StageName, true>> = {
  site: true,
  ground: true,
  grade: true,
  trench: true,
  order: true,
  dig: true,
  rules: true,
};

/** Anything else is no job's address. */
const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;

export default function StageRoute() {
  const { job, stage } = useLocalSearchParams<{ job: string; stage: string }>();
  if (!UUID.test(job)) return <Lost />;
  if (!(stage in STAGES)) return <Redirect href={`/job/${job}/grade`} />;
  return (
    <CrashGuard>
      <Frame job={job} stage={stage as StageName} />
    </CrashGuard>
  );
}
