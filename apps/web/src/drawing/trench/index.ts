export type { Reach } from './Reach';
export * from './Cut';
export * from './frame';
export * from './TrenchSection';
