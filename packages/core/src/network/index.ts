export * from './edits';
export * from './topology';
