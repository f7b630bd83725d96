export * from './HoleSection';
