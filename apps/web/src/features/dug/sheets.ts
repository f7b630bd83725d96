export { CutSheet } from './CutSheet';
export { HoleSheet } from './HoleSheet';
export { SharingSheet } from './SharingSheet';
