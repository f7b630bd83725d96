export { FillingSheet } from './FillingSheet';
export { FloatSheet } from './FloatSheet';
export { SectionSheet } from './SectionSheet';
