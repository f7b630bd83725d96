export * from './guard';
export * from './refusal';
