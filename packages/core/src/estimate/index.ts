export * from './quantities';
