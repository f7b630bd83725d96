export { letGo } from './accept';
export * from './dig-least';
export type { LaidRun } from './gathering';
export type { Money } from './cost';
export * from './follow';
export type { Limit } from './limit';
export * from './program';
export * from './room';
export * from './ways-out';
