export * from './falls';
