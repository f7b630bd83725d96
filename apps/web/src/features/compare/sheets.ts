export { AgainstSheet } from './AgainstSheet';
export { EndsSheet } from './EndsSheet';
export { SectionsSheet } from './SectionsSheet';
export { SizesSheet } from './SizesSheet';
