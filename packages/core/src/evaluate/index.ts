export * from './evaluate';
export * from './evaluation';
export * from './stations';
