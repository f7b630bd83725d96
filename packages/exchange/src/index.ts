/** Formats of others, in and out. Loaded when something is saved or opened, not before. */
export * from './csv';
