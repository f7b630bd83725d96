export * from './compare';
export * from './schools';
