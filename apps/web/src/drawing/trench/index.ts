export * from './DepthBand';
export * from './GroundTaken';
export * from './TrenchSection';
export { trenchShape } from './bands';
export * from './HoleSection';
