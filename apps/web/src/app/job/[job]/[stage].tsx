import { Redirect, useLocalSearchParams } from 'expo-router';
import { lazy, Suspense } from 'react';
import { GradeStage } from '../../../stages/grade/GradeStage';
import { JobScreen } from '../../../stages/JobScreen';

// Grade is where every job begins; the others come when they are asked for.
const PARTS = {
  grade: GradeStage,
  site: lazy(() => import('../../../stages/site/SiteStage').then((module) => ({ default: module.SiteStage }))),
  ground: lazy(() => import('../../../stages/ground/GroundStage').then((module) => ({ default: module.GroundStage }))),
  trench: lazy(() => import('../../../stages/trench/TrenchStage').then((module) => ({ default: module.TrenchStage }))),
  order: lazy(() => import('../../../stages/order/OrderStage').then((module) => ({ default: module.OrderStage }))),
  rules: lazy(() => import('../../../stages/rules/RulesStage').then((module) => ({ default: module.RulesStage }))),
};

export default function StageRoute() {
  const { job, stage } = useLocalSearchParams<{ job: string; stage: string }>();
  if (!(stage in PARTS)) return <Redirect href={`/job/${job}/grade`} />;
  const name = stage as keyof typeof PARTS;
  const Part = PARTS[name];
  return (
    <JobScreen job={job} stage={name}>
      <Suspense fallback={null}>
        <Part />
      </Suspense>
    </JobScreen>
  );
}
