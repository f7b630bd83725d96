export { OnPaper } from './OnPaper';
export { PrintSheet } from './PrintSheet';
export { saveGradeTable } from './gradeTableFile';
