export * from './compare';
export * from './library';
export * from './schools';
