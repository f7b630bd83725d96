export * from './defaults';
export * from './finding';
export * from './line';
export * from './job';
export * from './run';
export * from './site';
export * from './stretch';
