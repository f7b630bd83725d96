export * from './book';
export * from './ground-shots';
