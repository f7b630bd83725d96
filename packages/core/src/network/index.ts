export * from './layout';
export * from './place';
export * from './topology';
