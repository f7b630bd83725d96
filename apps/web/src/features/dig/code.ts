export { AccessSheet } from './AccessSheet';
export { CheckSheet } from './CheckSheet';
export { DiggingSheet } from './DiggingSheet';
export { DigStage } from './DigStage';
export { SetUpSheet } from './SetUpSheet';
export { StakeSheet } from './StakeSheet';
export { StickSheet } from './StickSheet';
export { TrenchMode } from './TrenchMode';
