export { MaterialSheet, NativeSheet } from './MaterialSheet';
