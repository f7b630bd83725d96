export { FactSheet } from './FactSheet';
export { GivesSheet } from './GivesSheet';
export { ReachSheet } from './ReachSheet';
export { RunSheet } from './RunSheet';
export { StationSheet } from './StationSheet';
