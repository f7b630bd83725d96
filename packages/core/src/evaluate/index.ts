export * from './evaluate';
export * from './stations';
