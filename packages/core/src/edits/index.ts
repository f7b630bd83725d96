export * from './cascade';
export * from './join';
export * from './move-invert';
export { combined, hangingOn, moveBranch, removeLine, removeRun } from './network';
export * from './reach';
export * from './reverse';
export type { Split } from './split';
export { splitRun } from './split';
