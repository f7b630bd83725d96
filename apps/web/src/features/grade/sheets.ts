export { AddRunSheet } from './AddRunSheet';
export { DeleteLineSheet } from './DeleteLineSheet';
export { FactSheet } from './FactSheet';
export { GivesSheet } from './GivesSheet';
export { LineSheet } from './LineSheet';
export { NodeSheet } from './NodeSheet';
export { OutletSheet } from './OutletSheet';
export { RunSheet } from './RunSheet';
