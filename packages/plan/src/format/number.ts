/** The version of the format. Apart from all else, so that it can be asked for before the kinds are there. */
export const VERSION = 3;

/**
 * The version of what app and server say to each other. A server that speaks a newer one takes no batch from an app
 * that does not know of it: what that sent would be taken for something else.
 */
export const PROTOCOL = 1;
/** The header in which an app says its own. */
export const PROTOCOL_HEADER = 'Alveus-Protocol';
