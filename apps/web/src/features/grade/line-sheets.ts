export { DeleteLineSheet } from './DeleteLineSheet';
export { LineSheet } from './LineSheet';
export { RunSheet } from './RunSheet';
