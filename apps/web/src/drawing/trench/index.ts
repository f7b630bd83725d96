export * from './Cut';
export * from './frame';
export * from './TrenchSection';
