export { RejectedSheet } from './RejectedSheet';
export { ConflictSheet } from './ConflictSheet';
export { DivergedSheet } from './DivergedSheet';
