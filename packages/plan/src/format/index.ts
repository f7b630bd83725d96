export * from './file';
export * from './number';
export * from './version';
