export * from './evaluation';
export * from './place';
export * from './stages';
