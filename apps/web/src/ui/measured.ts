// All of `ui`, with what shows and takes measurements.
export * from './index';
export * from './Cells';
export * from './limits';
export * from './MeasureField';
export * from './NameField';
export * from './Picker';
export * from './units';
