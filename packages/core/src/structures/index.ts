export * from './plan-sheet';
export * from './table';
