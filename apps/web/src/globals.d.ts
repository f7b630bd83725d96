declare module '*.woff2';
