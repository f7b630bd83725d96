export { FillingSheet } from './FillingSheet';
export { FloatSheet } from './FloatSheet';
export { MaterialSheet } from './MaterialSheet';
export { SectionSheet } from './SectionSheet';
