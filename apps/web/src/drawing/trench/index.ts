export * from './TrenchSection';
