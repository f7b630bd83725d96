export * from './float';
