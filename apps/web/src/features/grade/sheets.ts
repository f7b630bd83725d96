export { AgainstSheet } from './AgainstSheet';
export { EndsSheet } from './EndsSheet';
export { FactSheet } from './FactSheet';
export { GivesSheet } from './GivesSheet';
export { NodeSheet } from './NodeSheet';
export { SizesSheet } from './SizesSheet';
export { ReachSheet } from './ReachSheet';
export { StationSheet } from './StationSheet';
