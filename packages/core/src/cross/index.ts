export * from './classes';
export * from './outline';
export * from './spoil';
