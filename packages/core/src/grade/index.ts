export * from './ends';
export * from './lock';
export * from './order';
export * from './solve';
