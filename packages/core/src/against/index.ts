export * from './ground';
