export { evaluate, findingsOf, pulled, wasPulled } from './evaluate';
export * from './evaluation';
export * from './regrade';
export * from './stations';
export * from './route';
export { DEFAULT_NATIVE } from './passes';
export * from './where';
export { eachPass, tablePass } from './pass';
export type { Pass as EvaluationPass } from './pass';
