export * from './starter';
