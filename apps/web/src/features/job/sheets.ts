export { WorkingSheet } from '../parts/WorkingSheet';
export { KeysSheet } from './KeysSheet';
export { MenuSheet } from './MenuSheet';
export { TrySheet } from '../parts/TrySheet';
