export * from './crossing';
export * from './line';
export * from './node';
export * from './reader';
export * from './run';
export * from './standing';
