export * from './library';
export * from './schools';
