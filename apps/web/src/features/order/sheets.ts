export { NativeSheet } from './NativeSheet';
