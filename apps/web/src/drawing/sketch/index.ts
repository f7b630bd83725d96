export type { Judgement } from './Judged';
export * from './PlanSketch';
export * from './view';
export type { StripAlong, Strips } from './Strips';
