export * from './receiver';
export * from './stand-in';
