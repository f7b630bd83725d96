export { lineDown } from './downhill';
export type { DownhillStart } from './downhill';
export { extendLine, startLine } from './extend';
export type { LineStart, RunStart } from './extend';
export type { NodeStart } from './items';
export * from './laterals';
export * from './extend';
export * from './plan-sheet';
