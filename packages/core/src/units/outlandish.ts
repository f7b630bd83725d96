import type { Quantity, System } from './quantity';
import { parse } from './parse';
import { print, unitName } from './print';
import { isInchPart } from './slopes';

/** Values that nobody means, and what was meant instead: 1.6 typed for a density in kg/m³ is 1.6 t/m³. */

export interface Suggestion {
  /** What the person would have typed. */
  readonly text: string;
  readonly value: number;
}

/** What a thing of this measure can be in a drainage job, in SI; common practice, and wide. */
const LIKELY: Partial<Record<Quantity, readonly [least: number, most: number]>> = {
  density: [20, 4_000],
  thickness: [0.003, 3],
  fine: [0.0005, 3],
  slope: [-0.5, 0.5],
  speed: [0, 20],
};

/** Units that a bare number may have been meant in, the likeliest first. */
const OTHERS: Partial<Record<Quantity, readonly string[]>> = {
  density: ['t/m3', 'ton/cu yd', 'kg/m3', 'pcf'],
  thickness: ['mm', 'in', 'cm', 'ft', 'm'],
  fine: ['mm', 'in', 'cm', 'm'],
  slope: ['‰', 'mm/m'],
};

/** What of the next size is shown to a person who works in feet, or in metres. */
const METRIC_UNITS: ReadonlySet<string> = new Set(['t/m3', 'kg/m3', 'mm', 'cm', 'm', '‰', 'mm/m']);

export function isOutlandish(value: number, quantity: Quantity): boolean {
  const likely = LIKELY[quantity];
  // Nothing at all is a value of its own: no bedding, no fall.
  return likely !== undefined && value !== 0 && (value < likely[0] || value > likely[1]);
}

/** Flatter than any pipe but the largest is laid: a bare number under it may be of a plan sheet, in feet per foot. */
const FLAT = 0.001;

/** What is typed for a slope, and may be meant otherwise: 0.0100 of a plan sheet is 1 %, and 1/4 is of an inch in a foot. */
function slopeMeant(text: string, system: System): Suggestion | undefined {
  const inches = `${text.trim()} in/ft`;
  const perFoot = isInchPart(text) ? parse(inches, 'slope', system) : undefined;
  if (perFoot?.ok) return { text: inches, value: perFoot.value };
  const bare = parse(text, 'plain', system);
  if (!bare.ok || bare.value === 0 || Math.abs(bare.value) >= FLAT * 100) return undefined;
  return { text: `${text.trim()} ${system === 'metric' ? 'm/m' : 'ft/ft'}`, value: bare.value };
}

/** The likeliest thing meant by an outlandish bare number; undefined where the value is likely, or nothing fits better. */
export function suggestion(text: string, quantity: Quantity, system: System): Suggestion | undefined {
  const slope = quantity === 'slope' ? slopeMeant(text, system) : undefined;
  if (slope) return slope;
  const typed = parse(text, quantity, system);
  if (!typed.ok || !isOutlandish(typed.value, quantity)) return undefined;
  const bare = parse(text, 'plain', system);
  if (!bare.ok) return undefined;
  const metric = system === 'metric';
  const own = unitName(quantity, system);
  const units = [...(OTHERS[quantity] ?? [])].filter((unit) => unit !== own);
  units.sort((a, b) => Number(METRIC_UNITS.has(b) === metric) - Number(METRIC_UNITS.has(a) === metric));
  for (const unit of units) {
    const meant = `${text.trim()} ${unit}`;
    const parsed = parse(meant, quantity, system);
    if (parsed.ok && !isOutlandish(parsed.value, quantity))
      return { text: meant.replace('m3', 'm³'), value: parsed.value };
  }
  return undefined;
}

/** The question put to the person, with what it would be in the units on show where those differ. */
export function suggestionWords({ text, value }: Suggestion, quantity: Quantity, system: System): string {
  const shown = print(value, quantity, system);
  return shown === text ? `${text}?` : `${text}? That is ${shown}`;
}
