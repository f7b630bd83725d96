export { AgainstSheet } from './AgainstSheet';
export { EndsSheet } from './EndsSheet';
export { SizesSheet } from './SizesSheet';
