/** The version of the format. Apart from all else, so that it can be asked for before the kinds are there. */
export const VERSION = 11;

/**
 * The version of what app and server say to each other. A server that speaks a newer one takes nothing from an app
 * that does not know of it: what that sent would be taken for something else.
 */
export const PROTOCOL = 2;
/** The header in which an app says what it speaks. */
export const PROTOCOL_HEADER = 'Alveus-Protocol';
/** What this program speaks: the protocol, and the format of the items in it. A new kind changes neither. */
export const SPEAKS = `${PROTOCOL}.${VERSION}`;

/** How another program, by what it says it speaks, stands to this one. What is no number is older than all. */
export function ageOf(spoken: string): 'older' | 'same' | 'newer' {
  const [protocol, format] = spoken.split('.').map(Number);
  const by = (protocol || 0) - PROTOCOL || (format || 0) - VERSION;
  return by < 0 ? 'older' : by > 0 ? 'newer' : 'same';
}
