export * from './app';
export * from './config';
export * from './database';
export * from './database/migrate';
export { createJob } from './jobs';
export { takeBatch } from './plans';
export * from './serve';
