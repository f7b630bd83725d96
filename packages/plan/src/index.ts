export * from './format';
export * from './kinds';
export * from './limits';
export * from './measures';
export * from './protocol';
export * from './values';
