export * from './order';
