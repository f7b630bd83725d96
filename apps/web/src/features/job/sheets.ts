export { WorkingSheet } from '../parts/WorkingSheet';
export { AsideSheet } from './AsideSheet';
export { ConflictSheet } from './ConflictSheet';
export { KeysSheet } from './KeysSheet';
export { MenuSheet } from './MenuSheet';
export { PartedSheet } from './PartedSheet';
export { TrySheet } from '../parts/TrySheet';
