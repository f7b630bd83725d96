export { DeletedSheet } from './DeletedSheet';
export { DeviceSheet } from './DeviceSheet';
export { NameSheet } from './NameSheet';
