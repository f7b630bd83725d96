export { BenchmarkSheet } from './BenchmarkSheet';
export { LevellingSheet } from './LevellingSheet';
export { SetupSheet } from './SetupSheet';
export { ShotSheet } from './ShotSheet';
