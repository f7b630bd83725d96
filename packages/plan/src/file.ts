import { z } from 'zod';
import { Item } from './items';
import { LIMITS } from './limits';
import type { Plan } from './plan';
import { addressOf, itemsOf, keyOf, planOf } from './plan';
import { Name } from './values';

/** The open plan file: the same items as everywhere, in one JSON object. See docs/plan-format.md. */

export const FORMAT = 'alveus-plan';
export const VERSION = 2;

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
      if (seen.has(key)) context.addIssue({ code: 'custom', path: ['items', index, 'id'], message: `a second ${item.kind} with this id` });
      seen.add(key);
    });
  });
export type PlanFile = z.infer<typeof PlanFile>;

export type Opened =
  | { readonly ok: true; readonly name: string; readonly plan: Plan }
  | { readonly ok: false; readonly message: string };

type Json = Record<string, unknown>;

/** An item of version 1 as version 2 has it. Devices that kept plans of version 1 bring them forward by it too. */
export function itemFrom1(item: Json): Json {
  return item.kind === 'node' && typeof item.water === 'number' ? { ...item, water: { high: item.water } } : item;
}

/** Steps from each older version to the next; the file is checked only once it is at the newest. */
const FORWARD: Readonly<Record<number, (file: Json) => Json>> = {
  // Version 1 had one water level at an outlet, the highest.
  1: (file) => ({
    ...file,
    version: 2,
    items: Array.isArray(file.items)
      ? (file.items as unknown[]).map((item) => (isObject(item) ? itemFrom1(item) : item))
      : file.items,
  }),
};

/** Reads a plan file's text. Says what is wrong and where, and never throws on bad text. */
export function openPlanFile(text: string): Opened {
  if (text.length > LIMITS.fileBytes) {
    return refuse(`This file is ${megabytes(text.length)}; a plan file has at most ${megabytes(LIMITS.fileBytes)}.`);
  }
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    return refuse(
      text.trim() === ''
        ? 'This file is empty.'
        : 'This is not a whole plan file: its JSON breaks off or is damaged. Try to get it again from where it was saved.',
    );
  }
  if (!isObject(raw) || raw.format !== FORMAT) return refuse(`This is not a plan file: its "format" is not "${FORMAT}".`);
  const version = raw.version;
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1) {
    return refuse('This plan file does not say its version.');
  }
  if (version > VERSION) {
    return refuse(`This plan file has version ${version}; this program reads up to ${VERSION}. Open it with a newer one.`);
  }
  let file: Json = raw;
  for (let at = version; at < VERSION; at += 1) file = FORWARD[at]?.(file) ?? file;
  const parsed = PlanFile.safeParse(file);
  if (!parsed.success) return refuse(`This plan file has a mistake: ${describe(file, parsed.error)}`);
  return { ok: true, name: parsed.data.name, plan: planOf(parsed.data.items) };
}

/** The file's text for a plan, in a stable order with an item a line, so that versions can be compared. */
export function savePlanFile(name: string, plan: Plan): string {
  const items = itemsOf(plan).map((item) => `    ${JSON.stringify(item)}`);
  const head = `{\n  "format": "${FORMAT}",\n  "version": ${VERSION},\n  "name": ${JSON.stringify(name)},\n  "items": [`;
  return items.length > 0 ? `${head}\n${items.join(',\n')}\n  ]\n}\n` : `${head}]\n}\n`;
}

/** The JSON Schema of the file, for other programs. It cannot say the rules that span fields. */
export function planFileJsonSchema(): object {
  return z.toJSONSchema(PlanFile, { target: 'draft-2020-12', io: 'input' });
}

function describe(file: Json, error: z.ZodError): string {
  const issue = error.issues[0];
  if (!issue) return 'it does not follow the format.';
  const [first, index, ...rest] = issue.path;
  const item: unknown = first === 'items' && Array.isArray(file.items) ? (file.items as unknown[])[Number(index)] : undefined;
  const where = isObject(item)
    ? `${typeof item.kind === 'string' ? item.kind : 'item'} ${typeof item.name === 'string' ? `“${item.name}”` : `number ${Number(index) + 1}`}${rest.length > 0 ? `, ${rest.join('.')}` : ''}`
    : issue.path.join('.') || 'the file';
  const more = error.issues.length > 1 ? ` (and ${error.issues.length - 1} more)` : '';
  return `${where}: ${issue.message}${more}`;
}

function refuse(message: string): Opened {
  return { ok: false, message };
}

function isObject(value: unknown): value is Json {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

function megabytes(bytes: number): string {
  return `${(bytes / 1024 / 1024).toFixed(bytes < 10 * 1024 * 1024 ? 1 : 0)} MB`;
}
