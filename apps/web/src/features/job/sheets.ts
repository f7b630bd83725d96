export { WorkingSheet } from '../parts/WorkingSheet';
export { ConflictSheet } from './ConflictSheet';
export { MenuSheet } from './MenuSheet';
