export { CutSheet } from './CutSheet';
export { FillingSheet } from './FillingSheet';
export { FloatSheet } from './FloatSheet';
export { HoleSheet } from './HoleSheet';
export { MaterialSheet } from './MaterialSheet';
export { SectionFromSheet } from './SectionFromSheet';
export { SectionSheet } from './SectionSheet';
export { SharingSheet } from './SharingSheet';
