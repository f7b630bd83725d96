export * from './clearance';
export * from './cover';
export * from './numbers';
export * from './profile';
export * from './slope';
