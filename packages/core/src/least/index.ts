export * from './tree';
export type { Bound, Bounds } from './strip';
