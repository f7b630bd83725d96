export * from './database';
