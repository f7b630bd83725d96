import type { Quantity } from '@alveus/core';
import type { Count, Sum } from '@alveus/core/takeoff';
import { looseFactor } from '@alveus/core/takeoff';
import type { Supplier, Unit } from '@alveus/plan';

/** The words of an order. */

export const SUPPLIER_WORDS: Readonly<Record<Supplier, string>> = {
  work: 'Own work',
  quarry: 'Stone, sand and soil',
  pipe: 'Pipe and fittings',
  structures: 'Boxes and structures',
  fabric: 'Fabric, tape and wire',
  concrete: 'Concrete and cement',
  garden: 'Sod, straw and topsoil',
  hauling: 'Hauling away',
};

export const UNIT_QUANTITY: Readonly<Record<Unit, Quantity>> = {
  volume: 'volume',
  area: 'area',
  length: 'footage',
  count: 'count',
  mass: 'mass',
};

export const UNIT_WORDS: Readonly<Record<Unit, string>> = {
  volume: 'By volume, loose in the truck',
  area: 'By area',
  length: 'By length',
  count: 'By the piece',
  mass: 'By weight',
};

/** How an article is measured. What comes by the kilogram is told as a weight, not as a load. */
export const quantityOf = ({ unit }: Pick<Sum, 'unit'>): Quantity => (unit === 'mass' ? 'weight' : UNIT_QUANTITY[unit]);

export const COUNT_WORDS: Readonly<Record<Count, readonly [one: string, many: string]>> = {
  stick: ['stick', 'sticks'],
  roll: ['roll', 'rolls'],
  bag: ['bag', 'bags'],
  bale: ['bale', 'bales'],
  piece: ['piece', 'pieces'],
};

type Print = (value: number, quantity: Quantity) => string;

export const countWords = (number: number, of: Count): string => `${number} ${COUNT_WORDS[of][number === 1 ? 0 : 1]}`;

const loadWords = (loads: number): string => (loads === 1 ? '1 load' : `${loads} loads`);

/** As it is asked for: what a supplier counts first, then what it measures. */
export function orderWords(sum: Sum, print: Print): string {
  const { unit, ordered, count, loads } = sum;
  return [
    ...(count ? [countWords(count.number, count.of)] : []),
    ...(count && unit === 'count' ? [] : [amountWords(sum, ordered, print)]),
    ...(loads > 0 ? [loadWords(loads)] : []),
  ].join(' · ');
}

/** An amount of an item, by its unit, as a supplier is asked for it: stone in loose yards and tons. */
export function amountWords(sum: Sum, amount: number, print: Print): string {
  const { unit, weighs, what } = sum;
  if (unit === 'count') return countWords(amount, 'piece');
  const loose = what.of === 'material' ? ' loose' : '';
  return [
    `${print(amount * looseFactor(sum), quantityOf(sum))}${unit === 'volume' ? loose : ''}`,
    ...(weighs > 0 && unit !== 'mass' ? [print(amount * weighs, 'mass')] : []),
  ].join(' · ');
}
