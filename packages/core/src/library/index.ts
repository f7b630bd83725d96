export * from './materials';
