export * from './compute';
export * from './grade-table';
