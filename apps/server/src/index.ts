export * from './app';
export * from './config';
export * from './migrate';
export * from './serve';
export * from './store';
