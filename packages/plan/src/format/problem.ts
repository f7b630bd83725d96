import type { Item as AnyItem, Json, Kind } from '../kinds';
import { Item, kindNamed, nameOf } from '../kinds';
import { cutText } from '../values';

/** What is wrong with an item, in the words of the trade. */

/** Looks up another item, for its name. */
export type Find = (kind: Kind, id: string) => AnyItem | undefined;

export const NEAR_TEXT = 24;
export const MESSAGE = 160;

/** What the schema of its kind has against an item: "the material “Stone”, density: too much"; undefined where it is good. */
export function problemOf(item: AnyItem, find: Find): string | undefined {
  const issue = Item.safeParse(item).error?.issues[0];
  if (!issue) return undefined;
  const place = placeWords(item, issue.path, find) ?? 'an item of an unknown kind';
  return `${place}: ${plain(issue.message, MESSAGE)}`;
}

/** A place in an item, by the item's name and the words for the field; undefined where its kind is not known. */
export function placeWords(item: Json, path: readonly PropertyKey[], find: Find): string | undefined {
  const kind = kindNamed(item.kind);
  if (!kind) return undefined;
  const subject =
    typeof item.name === 'string' && item.name !== ''
      ? `the ${kind.words.one} ${quoted(item.name)}`
      : plain(nameOf(item as unknown as AnyItem, find), 60);
  const field = path.map((part, depth) => {
    if (typeof part === 'number') return `no. ${part + 1}`;
    const words = depth === 0 ? kind.words.fields[String(part)] : undefined;
    return plain(typeof words === 'string' ? words : (words?.[0] ?? String(part)), NEAR_TEXT * 2);
  });
  return [subject, ...field].join(', ');
}

/** Text of others, fit to be shown: nothing long or odd is echoed whole. */
export function plain(text: string, most: number): string {
  const clean = text
    .slice(0, 4 * most)
    .replace(/[\p{Cc}\p{Cf}\p{Cs}\p{Co}]+/gu, ' ')
    .replace(/\S{48,}/g, (word) => `${cutText(word, 32)}…`)
    .trim();
  return clean.length > most ? `${cutText(clean, most)}…` : clean;
}

export const quoted = (text: string): string => `“${plain(text, NEAR_TEXT)}”`;
