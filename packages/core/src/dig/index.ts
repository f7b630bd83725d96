export * from './dig-least';
export * from './follow';
export type { Limit } from './limit';
export * from './program';
export * from './room';
