export * from './fields';
export { loadForms } from './loaded';
export * from './useSheetForm';
