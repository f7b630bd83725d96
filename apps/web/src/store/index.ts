// What follows from the state is in `results/`, apart from this: it needs the computation, and the first screen does not.
export * from './held';
export * from './hooks';
export * from './job';
export * from './jobs';
export * from './saving';
export * from './server';
export * from './settings';
export * from './store';
export * from './view';
