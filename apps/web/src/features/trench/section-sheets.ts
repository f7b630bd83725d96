export { SectionChoice } from './SectionChoice';
export { SectionFromSheet } from './SectionFromSheet';
export { SectionsSheet } from './SectionsSheet';
