export * from './clearance';
export * from './cover';
export * from './keeping';
export * from './profile';
export * from './slope';
export * from './soft-ground';
