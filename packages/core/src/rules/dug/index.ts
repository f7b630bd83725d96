export * from './dug';
export * from './sides';
