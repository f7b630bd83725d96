export { DeleteLineSheet } from './DeleteLineSheet';
export { LineSheet } from './LineSheet';
export { NodeSheet } from './NodeSheet';
