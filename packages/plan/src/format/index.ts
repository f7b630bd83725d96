export * from './file';
export * from './version';
