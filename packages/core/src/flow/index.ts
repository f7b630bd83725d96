export * from './standing';
