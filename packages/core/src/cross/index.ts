export * from './outline';
