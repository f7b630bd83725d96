export { MaterialSheet } from './MaterialSheet';
export { SectionSheet } from './SectionSheet';
