export * from './hooks';
export * from './job';
export * from './jobs';
export * from './saving';
export * from './selectors';
export * from './settings';
export * from './store';
export * from './view';
