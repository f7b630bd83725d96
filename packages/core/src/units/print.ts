import type { Quantity, System } from './quantity';
import { FOOT, GALLON, INCH, POUND, TON, TONNE, YARD3 } from './quantity';

/** A minus sign that does not break from its number; parsing takes it and the hyphen alike. */
const MINUS = '\u2212';

/** How finely feet-and-inches are shown: eighths, or sixteenths on request. */
export type Fraction = 8 | 16;

export interface PrintOptions {
  readonly fraction?: Fraction;
  /** Leave the unit out, where a heading says it. */
  readonly bare?: boolean;
  /** As it stands in a field: without its unit, and as fine as it may be typed. */
  readonly typed?: boolean;
  /** Digits more than usual. */
  readonly finer?: number;
}

/**
 * Prints an SI value as crews write it, no finer than they can set or order it.
 * @param value metres, m², m³, kg, kg/m³, m/s or a ratio, as the quantity says
 */
export function print(value: number, quantity: Quantity, system: System, options: PrintOptions = {}): string {
  const unit = unitOf(quantity, system);
  if (options.typed) return printTyped(value, unit, quantity, system, options);
  if (quantity === 'depth' && value < -resolution(quantity, system, options.fraction) / 2)
    return `${print(-value, quantity, system, options)} above ground`;
  if (unit.style === 'feet-inches') return feetAndInches(value, options.fraction ?? 8);
  if (unit.style === 'inches') return inches(value, Math.max(options.fraction ?? 8, quantity === 'fine' ? 16 : 8));
  if (unit.style === 'chainage') return chainage(value, system).replace(/\.0+$/, '');
  const number = shown(value / unit.size, unit.places, quantity, options.finer ?? 0);
  return options.bare || unit.name === '' ? number : `${number} ${unit.name}`;
}

function printTyped(value: number, unit: Unit, quantity: Quantity, system: System, options: PrintOptions): string {
  const fraction = options.fraction ?? 8;
  if (unit.style === 'feet-inches') return feetAndInches(value, fraction);
  if (unit.style === 'inches' && quantity !== 'fine') return inches(value, fraction);
  if (unit.style === 'chainage') return chainage(value, system);
  const number = decimals(value / unit.size, unit.typed ?? unit.places);
  if (quantity === 'plain') return withoutZeros(number);
  return unit.name === '%' ? `${number} %` : number;
}

/** How deep a trench is, in words: one that lies over the ground is not deep. */
export function printDeep(depth: number, system: System, options: PrintOptions = {}): string {
  const text = print(depth, 'depth', system, options);
  return text.endsWith('above ground') ? text : `${text} deep`;
}

/** What is ordered or hauled: tenths up to this many units, and whole ones beyond. */
const TENTHS_TO = 100;

/** A decimal number as it is read out: whole lengths without zeros, amounts by their size. */
function shown(value: number, places: number, quantity: Quantity, finer: number): string {
  switch (quantity) {
    case 'volume':
    case 'mass':
    case 'area':
    case 'liquid': {
      if (Math.abs(value) < 0.05 && value !== 0 && places > 0) return 'under 0.1';
      return decimals(value, Math.min(places, Math.abs(value) < TENTHS_TO - 0.05 ? 1 : 0));
    }
    case 'distance':
      return decimals(value, places).replace(/\.0+$/, '');
    case 'plain':
    case 'share':
      return withoutZeros(decimals(value, places + finer));
    case 'elevation':
    case 'depth':
      return decimals(value, places);
    default:
      return decimals(value, places + finer);
  }
}

const withoutZeros = (number: string): string => (number.includes('.') ? number.replace(/\.?0+$/, '') : number);

/** The smallest step a printed value can show, in SI. */
export function resolution(quantity: Quantity, system: System, fraction: Fraction = 8): number {
  const unit = unitOf(quantity, system);
  if (unit.style === 'feet-inches' || unit.style === 'inches') return INCH / fraction;
  return unit.size / 10 ** unit.places;
}

/** The unit a bare number is taken to be in, as printed beside an input. */
export function unitName(quantity: Quantity, system: System): string {
  const unit = unitOf(quantity, system);
  return unit.style === 'feet-inches' || unit.style === 'chainage' ? (system === 'metric' ? 'm' : 'ft') : unit.name;
}

/** The size in SI of the unit a bare number is taken to be in. */
export function unitSize(quantity: Quantity, system: System): number {
  return unitOf(quantity, system).size;
}

interface Unit {
  readonly size: number;
  readonly name: string;
  readonly places: number;
  /** Places in a field, where those are others. */
  readonly typed?: number;
  readonly style: 'decimal' | 'feet-inches' | 'inches' | 'chainage';
}

const decimal = (size: number, name: string, places: number, typed = places): Unit => ({
  size,
  name,
  places,
  typed,
  style: 'decimal',
});

function unitOf(quantity: Quantity, system: System): Unit {
  const metric = system === 'metric';
  switch (quantity) {
    case 'elevation':
    case 'distance':
    case 'depth':
      if (metric) return decimal(1, 'm', 3);
      return system === 'inches' ? { size: FOOT, name: 'ft', places: 2, style: 'feet-inches' } : decimal(FOOT, 'ft', 2);
    case 'footage':
      return metric ? decimal(1, 'm', 1, 3) : decimal(FOOT, 'ft', 0, 2);
    case 'chainage':
      return { size: metric ? 1 : FOOT, name: '', places: metric ? 3 : 2, style: 'chainage' };
    case 'thickness':
      return metric ? decimal(0.001, 'mm', 0) : { size: INCH, name: 'in', places: 3, style: 'inches' };
    case 'fine':
      return metric ? decimal(0.001, 'mm', 0, 1) : { size: INCH, name: 'in', places: 3, style: 'inches' };
    case 'slope':
      return decimal(0.01, '%', 2);
    case 'share':
      return decimal(0.01, '%', 1);
    case 'area':
      return metric ? decimal(1, 'm²', 1, 2) : decimal(FOOT ** 2, 'sq ft', 1, 2);
    case 'volume':
      return metric ? decimal(1, 'm³', 1, 2) : decimal(YARD3, 'cu yd', 1, 2);
    case 'liquid':
      return metric ? decimal(0.001, 'L', 0) : decimal(GALLON, 'gal', 1);
    case 'mass':
      return metric ? decimal(TONNE, 't', 1, 2) : decimal(TON, 'ton', 1, 2);
    case 'weight':
      return metric ? decimal(1, 'kg', 0) : decimal(POUND, 'lb', 0);
    case 'weight-per-length':
      return metric ? decimal(1, 'kg/m', 1) : decimal(POUND / FOOT, 'lb/ft', 1);
    case 'density':
      return metric ? decimal(1, 'kg/m³', 0) : decimal(TON / YARD3, 'ton/cu yd', 2, 3);
    case 'speed':
      return metric ? decimal(1, 'm/s', 1, 2) : decimal(FOOT, 'ft/s', 1, 2);
    case 'count':
      return decimal(1, '', 0);
    case 'plain':
      return decimal(1, '', 2, 4);
  }
}

/** Fixed decimals, with a true minus and no negative zero. */
function decimals(value: number, places: number): string {
  const text = Math.abs(value).toFixed(places);
  return value < 0 && Number(text) !== 0 ? MINUS + text : text;
}

/** Slopes as inches fallen in a foot, to 1/16 with a leading ≈ where that is not exact. */
export function printInchesPerFoot(slope: number): string {
  const sixteenths = Math.round(Math.abs(slope) * 12 * 16);
  const exact = Math.abs(Math.abs(slope) * 12 * 16 - sixteenths) < 1e-6;
  if (sixteenths === 0 && !exact) return 'under 1/16 in/ft';
  const text = mixed(sixteenths, 16) || '0';
  return `${exact ? '' : '≈ '}${slope < 0 && sixteenths > 0 ? MINUS : ''}${text} in/ft`;
}

function feetAndInches(value: number, fraction: number): string {
  const parts = Math.round((Math.abs(value) / INCH) * fraction);
  const feet = Math.floor(parts / (12 * fraction));
  const rest = mixed(parts - feet * 12 * fraction, fraction) || '0';
  const sign = value < 0 && parts > 0 ? MINUS : '';
  return feet > 0 ? `${sign}${feet}' ${rest}"` : `${sign}${rest}"`;
}

function inches(value: number, fraction: number): string {
  const parts = Math.round((Math.abs(value) / INCH) * fraction);
  return `${value < 0 && parts > 0 ? MINUS : ''}${mixed(parts, fraction) || '0'}"`;
}

/** Whole and reduced fraction: 25 sixteenths are `1 9/16`. Empty for nothing. */
function mixed(parts: number, of: number): string {
  const whole = Math.floor(parts / of);
  let top = parts - whole * of;
  let bottom = of;
  while (top > 0 && top % 2 === 0) {
    top /= 2;
    bottom /= 2;
  }
  return [whole > 0 ? String(whole) : '', top > 0 ? `${top}/${bottom}` : ''].filter(Boolean).join(' ');
}

/** 1+25.00 for 125 ft; 0+125.000 for 125 m. */
function chainage(value: number, system: System): string {
  const [size, hundred, places] = system === 'metric' ? [1, 1000, 3] : [FOOT, 100, 2];
  const scale = 10 ** places;
  const steps = Math.round((Math.abs(value) / size) * scale);
  const whole = Math.floor(steps / (hundred * scale));
  const rest = ((steps - whole * hundred * scale) / scale).toFixed(places);
  const width = String(hundred - 1).length + 1 + places;
  return `${value < 0 && steps > 0 ? MINUS : ''}${whole}+${rest.padStart(width, '0')}`;
}
