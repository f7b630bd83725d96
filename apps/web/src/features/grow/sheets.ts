export { AddRunSheet } from './AddRunSheet';
export { BranchSheet } from './BranchSheet';
export { DownSheet } from './DownSheet';
export { OutletSheet } from './OutletSheet';
export { PlanSheet } from './PlanSheet';
