export { joinRuns } from '@alveus/core/join';
export { splitRun } from '@alveus/core/split';
