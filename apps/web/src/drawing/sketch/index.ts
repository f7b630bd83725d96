export type { Judgement } from './Judged';
export * from './PlanSketch';
export * from './view';
