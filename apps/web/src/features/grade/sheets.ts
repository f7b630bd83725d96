export { DeleteLineSheet } from './DeleteLineSheet';
export { FactSheet } from './FactSheet';
export { GivesSheet } from './GivesSheet';
export { LineSheet } from './LineSheet';
export { NodeSheet } from './NodeSheet';
export { ReachSheet } from './ReachSheet';
export { RunSheet } from './RunSheet';
export { StationSheet } from './StationSheet';
