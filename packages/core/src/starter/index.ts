export * from './company';
export * from './starter';
