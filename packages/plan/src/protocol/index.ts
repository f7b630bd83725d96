export * from './aside';
export * from './change';
export * from './lineage';
export * from './merge';
export * from './plan';
export * from './rebase';
export * from './references';
export * from './undo';
