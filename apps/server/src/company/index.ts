export * from './routes';
export * from './store';
