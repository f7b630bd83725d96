export { CrossingSheet } from './CrossingSheet';
export { PitSheet } from './PitSheet';
export { PlaceSheet } from './PlaceSheet';
export { WyeSheet } from './WyeSheet';
