import { Redirect, useLocalSearchParams } from 'expo-router';
import { lazy, Suspense } from 'react';
import { Busy } from '../../../ui/Busy';

// The computation, the drawings and the sheets come when a job is opened; the list of jobs does without them.
const Frame = lazy(() => import('../../../features/job/JobScreen').then(({ JobScreen }) => ({ default: JobScreen })));

/** Each stage comes when it is first opened. */
const STAGES = {
  site: lazy(() => import('../../../features/site/SiteStage').then((stage) => ({ default: stage.SiteStage }))),
  ground: lazy(() => import('../../../features/ground/GroundStage').then((stage) => ({ default: stage.GroundStage }))),
  grade: lazy(() => import('../../../features/grade/GradeStage').then((stage) => ({ default: stage.GradeStage }))),
  trench: lazy(() => import('../../../features/trench/TrenchStage').then((stage) => ({ default: stage.TrenchStage }))),
  order: lazy(() => import('../../../features/order/OrderStage').then((stage) => ({ default: stage.OrderStage }))),
  rules: lazy(() => import('../../../features/rules/RulesStage').then((stage) => ({ default: stage.RulesStage }))),
};

export default function StageRoute() {
  const { job, stage } = useLocalSearchParams<{ job: string; stage: string }>();
  if (!(stage in STAGES)) return <Redirect href={`/job/${job}/grade`} />;
  const name = stage as keyof typeof STAGES;
  const Stage = STAGES[name];
  return (
    <Suspense fallback={<Busy>Opening the job…</Busy>}>
      <Frame job={job} stage={name}>
        <Suspense fallback={<Busy>Opening…</Busy>}>
          <Stage />
        </Suspense>
      </Frame>
    </Suspense>
  );
}
