export { LayerBox } from './LayerBox';
export { MaterialSheet } from './MaterialSheet';
