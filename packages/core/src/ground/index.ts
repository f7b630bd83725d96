export * from './profile';
export * from './swale';
