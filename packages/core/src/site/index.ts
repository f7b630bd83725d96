export * from './crossings';
