export { PrintSheet } from './PrintSheet';
