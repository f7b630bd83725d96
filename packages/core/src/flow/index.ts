export * from './at-rest';
export * from './spill';
