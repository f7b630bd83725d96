export * from './DepthBand';
export * from './GroundTaken';
