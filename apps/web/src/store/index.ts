// What follows from the state is in `results/`, apart from this: it needs the computation. What is known before a
// job is open is in `frame/`, apart from this: the first screen waits for nothing of a job's.
export * from './frame/jobs';
export * from './frame/notice';
export * from './frame/server';
export * from './frame/settings';
export * from './foreign';
export * from './paused';
export * from './hooks';
export * from './job';
export * from './saving';
export * from './store';
export * from './view';
