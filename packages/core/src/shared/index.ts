export * from './share-trench';
export * from './hole-models';
