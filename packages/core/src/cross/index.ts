export * from './fabric';
export * from './outline';
export * from './reach';
