export * from './ground';
export * from './shallow';
