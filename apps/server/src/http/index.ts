export * from './body';
export * from './guard';
export * from './pieces';
export * from './refusal';
