export * from './frame';
export * from './geometry';
export * from './handles';
export * from './InvertHandles';
export * from './LongSection';
export type { Source } from './useMoving';
export * from './StationLine';
export * from './Surface';
