export * from './compute';
export * from './grade-table';
export * from './stations';
