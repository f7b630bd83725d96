export * from './evaluate';
export * from './evaluation';
export * from './regrade';
export * from './stations';
