export * from './evaluate';
export * from './evaluation';
export * from './regrade';
export * from './stations';
export type { Site } from './passes';
export { DEFAULT_NATIVE } from './passes';
export * from './where';
