/** The version of the format. Apart from all else, so that it can be asked for before the kinds are there. */
export const VERSION = 3;
