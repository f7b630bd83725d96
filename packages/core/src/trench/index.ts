export * from './across';
export * from './envelope';
export * from './form';
export * from './gauss';
export * from './hole';
export * from './run';
export * from './sides';
export * from './width';
