export { StructuresStage } from './StructuresStage';
