export * from './outlandish';
export * from './parse';
export * from './print';
export * from './quantity';
