export * from './file';
export * from './number';
export { problemOf } from './problem';
export * from './version';
