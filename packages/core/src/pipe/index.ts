export * from './catalogue';
export * from './circle';
export * from './manning';
