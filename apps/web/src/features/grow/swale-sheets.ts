export { SwaleSheet } from './SwaleSheet';
