export * from './fields';
export * from './useSheetForm';
