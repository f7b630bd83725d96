export * from './classes';
export * from './spoil';
