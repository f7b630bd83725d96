export * from './facts';
export { networkAt, networksOf } from './networks';
export * from './order';
export * from './solve';
export { TiedLevels } from './tied-levels';
export * from './run-facts';
