export { CutSheet } from './CutSheet';
export { HoleSheet } from './hole/HoleSheet';
export { SharingSheet } from './SharingSheet';
