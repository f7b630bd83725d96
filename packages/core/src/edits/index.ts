export * from './cascade';
export * from './move-invert';
export * from './reach';
export * from './reverse';
