export { PrintSheet } from './PrintSheet';
export { saveGradeTable } from './gradeTableFile';
