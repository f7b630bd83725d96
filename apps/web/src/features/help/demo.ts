import plan from '../../../../../demo/tansy-hill.json';

/** The text of the demo plan file, as the app brings it. */
export const demoText = (): string => JSON.stringify(plan);
