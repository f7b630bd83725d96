export * from './kept';
export * from './starter';
