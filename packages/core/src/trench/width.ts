import type { ItemOf, Section, WidthRule } from '@alveus/plan';
import { NEAR } from '../tolerance';
import { INCH } from '../units';

/** One width per run, from the rule of its section. */

type PipeSize = Pick<ItemOf<'pipe'>, 'outside' | 'nominal'>;

/** EN 1610 least width beyond the outside diameter, supported sides, by nominal size up to (m); from memory. */
const EN1610_BY_SIZE: readonly (readonly [upTo: number, beyond: number])[] = [
  [0.225, 0.4],
  [0.35, 0.5],
  [0.7, 0.7],
  [1.2, 0.85],
  [Infinity, 1.0],
];

/** EN 1610 least width by depth (m), each border in the shallower band save the first; from memory. */
function en1610ByDepth(depth: number): number {
  if (depth > 4 + NEAR) return 1;
  if (depth > 1.75 + NEAR) return 0.9;
  return depth >= 1 - NEAR ? 0.8 : 0;
}

/** ASTM D2321: the greater of outside + 16 in and 1.25 × outside + 12 in; from memory. */
export function d2321Width(outside: number): number {
  return Math.max(outside + 16 * INCH, 1.25 * outside + 12 * INCH);
}

/** EN 1610: the greater of the rule by size and the rule by greatest depth. */
export function en1610Width(pipe: PipeSize, depth: number): number {
  // A size on the border of two bands belongs to the smaller, give or take the rounding of inches.
  const beyond = EN1610_BY_SIZE.find(([upTo]) => pipe.nominal <= upTo + NEAR)?.[1] ?? 1;
  return Math.max(pipe.outside + beyond, en1610ByDepth(depth));
}

/**
 * What the wider places at the joints come to, spread evenly along the run, m of width: each stick has one.
 * @param stick laid length of a stick, m
 */
export function jointsWidth({ joints }: Pick<Section, 'joints'>, stick: number): number {
  return joints ? (2 * joints.each * Math.min(joints.along, stick)) / stick : 0;
}

/** @param depth greatest trench depth of the run, m; only EN 1610 asks for it */
export function trenchWidth(rule: WidthRule, pipe: PipeSize, depth: number): number {
  switch (rule.rule) {
    case 'fixed':
      return rule.width + 2 * (rule.teeth ?? 0);
    case 'room':
      return (rule.beside === 'outside' ? pipe.outside : pipe.nominal) + 2 * rule.each;
    case 'd2321':
      return d2321Width(pipe.outside);
    case 'en1610':
      return en1610Width(pipe, depth);
  }
}

/** Of the bottom of a run's trench, the wider places at its joints among it. @param depth greatest of the run, m */
export const bottomWidth = (
  section: Pick<Section, 'width' | 'joints'>,
  pipe: PipeSize & Pick<ItemOf<'pipe'>, 'stick'>,
  depth: number,
): number => trenchWidth(section.width, pipe, depth) + jointsWidth(section, pipe.stick);
