export * from './app';
export * from './config';
export * from './database';
export * from './database/migrate';
export * from './database/trouble';
export { createJob } from './jobs';
export { takeBatch } from './plans';
export * from './serve';
