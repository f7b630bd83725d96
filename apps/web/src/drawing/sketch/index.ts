export * from './PlanSketch';
export * from './StillSketch';
export * from './view';
