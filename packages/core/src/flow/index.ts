export * from './at-rest';
export * from './spill';
export * from './standing';
