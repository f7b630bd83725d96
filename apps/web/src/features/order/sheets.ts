export { MaterialSheet } from '../parts/MaterialSheet';
export { NativeSheet } from './NativeSheet';
