export * from './facts';
export * from './order';
export * from './solve';
export * from './told';
