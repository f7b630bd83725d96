export { KeepingSheet } from './KeepingSheet';
