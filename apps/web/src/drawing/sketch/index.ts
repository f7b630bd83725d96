export * from './PlanSketch';
export * from './view';
