export * from './envelope';
export * from './run';
export * from './width';
