export { OnPaper } from './OnPaper';
export { PrintSheet } from './PrintSheet';
