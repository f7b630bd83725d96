export * from './dig-least';
export type { Limit } from './limit';
export * from './program';
export * from './room';
