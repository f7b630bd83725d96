export * from './changes';
export * from './database';
export * from './jobs';
