export * from './order';
export * from './solve';
export * from './told';
