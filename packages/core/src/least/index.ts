export * from './choose';
export { compile } from './compile';
export type { Compiled } from './compile';
export * from './conflict';
export * from './held';
export * from './program';
export * from './room';
export * from './rounded';
export * from './solve';
