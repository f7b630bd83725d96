export * from './answers';
export * from './away';
export * from './database';
export * from './gate';
export * from './role';
export * from './transaction';
