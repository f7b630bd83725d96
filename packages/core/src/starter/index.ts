export * from './compose';
export * from './starter';
