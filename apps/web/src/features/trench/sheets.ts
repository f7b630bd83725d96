export { SectionSheet } from './SectionSheet';
