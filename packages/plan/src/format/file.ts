import { z } from 'zod';
import type { Item as AnyItem, Json } from '../kinds';
import { Foreign, isJson, Item, kindNamed } from '../kinds';
import { LIMITS } from '../limits';
import type { Plan } from '../protocol';
import { addressOf, itemsOf, keyOf, planOf } from '../protocol';
import { cutText, Name } from '../values';
import type { TextPlace } from './json-text';
import { brokenAt, placeOfPath } from './json-text';
import { VERSION } from './number';
import type { Find } from './problem';
import { MESSAGE, NEAR_TEXT, placeWords, plain, quoted } from './problem';
import { upgradeItem } from './version';

/** The open plan file: the same items as everywhere, in one JSON object. See docs/plan-format.md. */

export const FORMAT = 'alveus-plan';

export const PlanFile = z
  .strictObject({
    format: z.literal(FORMAT),
    version: z.literal(VERSION),
    name: Name,
    items: z.array(Item).max(LIMITS.planItems, `at most ${LIMITS.planItems} items`),
  })
  .superRefine((file, context) => {
    const seen = new Set<string>();
    file.items.forEach((item, index) => {
      const key = keyOf(addressOf({ op: 'put', item }));
      if (seen.has(key))
        context.addIssue({
          code: 'custom',
          path: ['items', index, 'id'],
          message: `a second ${item.kind} with this id`,
        });
      seen.add(key);
    });
  });
export type PlanFile = z.infer<typeof PlanFile>;

export type Opened =
  | {
      readonly ok: true;
      readonly name: string;
      readonly plan: Plan;
      /** Things of kinds that are not known here; they go along as they are. */
      readonly foreign: readonly Foreign[];
    }
  | { readonly ok: false; readonly message: string };

/** Reads a plan file's text. Says what is wrong and where, and never throws on bad text. */
export function openPlanFile(given: string): Opened {
  if (given.length > LIMITS.fileBytes) {
    return refuse(`This file is ${megabytes(given.length)}; a plan file has at most ${megabytes(LIMITS.fileBytes)}.`);
  }
  // Editors on some systems put a mark before UTF-8 text.
  const text = given.replace(/^\uFEFF/, '');
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    return refuse(unreadable(text));
  }
  if (!isJson(raw) || raw.format !== FORMAT)
    return refuse(`This file is not an Alveus plan: its "format" is not "${FORMAT}".`);
  const version = raw.version;
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1) {
    return refuse('This plan file has no version.');
  }
  if (version > VERSION) {
    return refuse(
      `This plan file is version ${cutText(String(version), 20)}; this app reads up to ${VERSION}. Open it with a newer one.`,
    );
  }
  const file = forward(raw, version);
  const { known, places, foreign } = partition(file);
  const parsed = PlanFile.safeParse(known);
  if (!parsed.success)
    return refuse(`This plan file has an error: ${describe(file, inFile(parsed.error, places), text)}`);
  const things = parsed.data.items.length + foreign.length;
  if (things > LIMITS.planItems)
    return refuse(`This plan has ${things} items; a plan holds at most ${LIMITS.planItems}. Split it in two.`);
  // Only text this long can hold so much.
  if (text.length > LIMITS.planBytes) {
    const bytes = bytesOf([...parsed.data.items, ...foreign]);
    if (bytes > LIMITS.planBytes)
      return refuse(
        `This plan is ${megabytes(bytes)}; a plan holds at most ${megabytes(LIMITS.planBytes)}. Split it in two.`,
      );
  }
  return { ok: true, name: parsed.data.name, plan: planOf(parsed.data.items), foreign };
}

/** Bytes of the JSON of things, as the server counts them. */
const bytesOf = (items: readonly (AnyItem | Foreign)[]): number =>
  items.reduce((sum, item) => sum + utf8Length(JSON.stringify(item)), 0);

/** Characters beyond the first 128 take more than a byte; halves of a pair two each. */
const utf8Length = (text: string): number =>
  text.length +
  (text.match(/[\u0080-\u07ff\ud800-\udfff]/g)?.length ?? 0) +
  2 * (text.match(/[\u0800-\ud7ff\ue000-\uffff]/g)?.length ?? 0);

/** What is known here, where each stands in the file, and what only goes along. */
function partition(file: Json): { known: Json; places: readonly number[]; foreign: Foreign[] } {
  const items: readonly unknown[] = Array.isArray(file.items) ? (file.items as unknown[]) : [];
  const others = items.map((item) =>
    isJson(item) && typeof item.kind === 'string' && !kindNamed(item.kind) ? Foreign.safeParse(item).data : undefined,
  );
  const foreign = others.filter((item) => item !== undefined);
  if (foreign.length === 0) return { known: file, places: items.map((_item, index) => index), foreign };
  const places = items.flatMap((_item, index) => (others[index] ? [] : [index]));
  return { known: { ...file, items: places.map((index) => items[index]) }, places, foreign };
}

/** The places of what is wrong, as they are in the whole file. */
function inFile(error: z.ZodError, places: readonly number[]): z.ZodError {
  for (const issue of error.issues) {
    const [first, index] = issue.path;
    if (first === 'items' && typeof index === 'number') issue.path[1] = places[index] ?? index;
  }
  return error;
}

/** A file of an older version as the newest has it; it is checked only then. */
function forward(file: Json, version: number): Json {
  const { items } = file;
  if (version === VERSION || !Array.isArray(items)) return { ...file, version: VERSION };
  const upgraded = (items as unknown[]).map((item) => (isJson(item) ? upgradeItem(item, version) : item));
  return { ...file, version: VERSION, items: upgraded };
}

function unreadable(text: string): string {
  if (text.trim() === '') return 'This file is empty.';
  const broken = brokenAt(text);
  if (!broken) return 'This file is not an Alveus plan: its content is damaged or nested too deep.';
  return broken.endless
    ? `This plan file is cut off at line ${broken.line}. Get it again from where it was saved.`
    : `This file is not an Alveus plan, or it is damaged: line ${broken.line}, place ${broken.column}, before ${quoted(broken.near)}. ` +
        'Look for a comma, quote or bracket there.';
}

/**
 * The file's text for a plan, in a stable order with an item a line, so that versions can be compared.
 * @param foreign what of it is not known here, and goes along
 */
export function savePlanFile(name: string, plan: Plan, foreign: readonly Foreign[] = []): string {
  const items = [...itemsOf(plan), ...foreign].map((item) => `    ${JSON.stringify(item)}`);
  const head = `{\n  "format": "${FORMAT}",\n  "version": ${VERSION},\n  "name": ${JSON.stringify(name)},\n  "items": [`;
  return items.length > 0 ? `${head}\n${items.join(',\n')}\n  ]\n}\n` : `${head}]\n}\n`;
}

/** The JSON Schema of the file, for other programs. It cannot say the rules that span fields. */
export function planFileJsonSchema(): object {
  return z.toJSONSchema(PlanFile, { target: 'draft-2020-12', io: 'input' });
}

/** What is wrong first, where that is in the words of the trade, and at which line. */
function describe(file: Json, error: z.ZodError, text: string): string {
  const issue = error.issues[0];
  if (!issue) return 'it does not follow the format.';
  const more = error.issues.length > 1 ? ` (and ${error.issues.length - 1} more)` : '';
  const place: TextPlace = placeOfPath(text, issue.path);
  return `${where(file, issue.path)}: ${plain(issue.message, MESSAGE)} (line ${place.line})${more}`;
}

function where(file: Json, [first, index, ...rest]: readonly PropertyKey[]): string {
  const items = Array.isArray(file.items) ? (file.items as unknown[]) : [];
  const item = first === 'items' && typeof index === 'number' ? items[index] : undefined;
  if (first !== 'items' || typeof index !== 'number')
    return first === undefined ? 'the file' : plain(String(first), NEAR_TEXT);
  if (!isJson(item)) return `item ${index + 1}`;
  const find: Find = (of, id) => items.find((item) => isJson(item) && item.kind === of && item.id === id) as AnyItem;
  return placeWords(item, rest, find) ?? `item ${index + 1}, of an unknown kind (${quoted(String(item.kind))})`;
}

function refuse(message: string): Opened {
  return { ok: false, message };
}

function megabytes(bytes: number): string {
  return `${(bytes / 1024 / 1024).toFixed(bytes < 10 * 1024 * 1024 ? 1 : 0)} MB`;
}
