/** Gauss's two points on [0, 1]: exact for cubes, and off both ends, where a bench makes an area jump. */
export const TWO = [0.5 - Math.sqrt(1 / 12), 0.5 + Math.sqrt(1 / 12)] as const;
