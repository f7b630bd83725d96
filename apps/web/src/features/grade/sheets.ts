export { FactSheet } from './FactSheet';
export { GivesSheet } from './GivesSheet';
export { NodeSheet } from './NodeSheet';
export { ReachSheet } from './ReachSheet';
export { StationSheet } from './StationSheet';
