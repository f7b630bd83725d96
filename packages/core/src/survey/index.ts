export * from './book';
export * from './ground-shots';
export * from './checks';
export * from './node-ground';
export * from './next-shot';
