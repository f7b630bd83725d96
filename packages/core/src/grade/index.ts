export * from './facts';
export * from './order';
export * from './solve';
export { TiedLevels } from './tied-levels';
export * from './told';
