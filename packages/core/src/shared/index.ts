export * from './cost';
export * from './share-trench';
