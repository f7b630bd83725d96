export * from './defaults';
export * from './finding';
export * from './line';
export * from './run';
export * from './stretch';
