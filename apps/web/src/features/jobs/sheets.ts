export { DeviceSheet } from './DeviceSheet';
export { NameSheet } from './NameSheet';
