export * from './dial';
export * from './digging-order';
export * from './instrument';
export * from './levels';
export * from './sheet';
export * from './stake';
export * from './stick';
export * from './trust';
