export { AsideSheet } from './AsideSheet';
export { ConflictSheet } from './ConflictSheet';
export { PartedSheet } from './PartedSheet';
