export * from './cascade';
export * from './move-invert';
export { combined, hangingOn, moveBranch, removeLine, removeRun } from './network';
export * from './reach';
export * from './reverse';
