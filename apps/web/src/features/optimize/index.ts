export { LeastStage } from './LeastStage';
export { RoomStage } from './RoomStage';
export { followLeast, settleLeast } from '@alveus/core/optimize';
