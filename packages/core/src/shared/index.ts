export * from './cost';
export * from './share-trench';
export * from './hole-models';
