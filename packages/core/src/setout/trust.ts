import type { Plan, Uuid } from '@alveus/plan';
import type { Measured } from '../phrase';
import type { Book } from '../survey';

/**
 * Whether a setup is dug by: only once a point that is known was shot from it and came out as it must.
 *
 *   unset ──backsight──▶ unchecked ──check shot──▶ trusted (within the tolerance) or doubted (outside it)
 *   trusted ⇄ doubted, by each later check; a setup may be dug by though doubted, once somebody says so (`allTheSame`)
 */

export interface Check {
  readonly benchmark: Uuid;
  readonly found: number;
  readonly known: number;
  /** Found over what is known, m. */
  readonly by: number;
}

export function checkOf(height: number, reading: number, known: number): Pick<Check, 'found' | 'known' | 'by'> {
  const found = height - reading;
  return { found, known, by: found - known };
}

/** Whether a check comes near enough; what is just so near does. @param within m */
export const near = ({ by }: Pick<Check, 'by'>, within: number): boolean => Math.abs(by) <= within + 1e-9;

/** How far off a check is, to be told beside what is allowed: the two do not read alike. @param within m */
export const missed = ({ by }: Pick<Check, 'by'>, within: number): Measured => ({
  value: Math.abs(by),
  quantity: 'elevation',
  unlike: within,
});

export type Trust =
  /** Nothing known was looked back to. */
  | { readonly is: 'unset' }
  | { readonly is: 'unchecked'; readonly height: number }
  | { readonly is: 'trusted' | 'doubted'; readonly height: number; readonly check: Check };

/**
 * The last check decides: a level that was good in the morning may have been knocked since. It is held against the height
 * that the setup had just before it: what that check itself puts right afterwards would hide what was found.
 */
export function trustOf(
  { setups, circuits, elevations }: Book,
  { benchmark: benchmarks }: Pick<Plan, 'benchmark'>,
  setup: Uuid,
  within: number,
): Trust {
  const standing = setups.find((entry) => entry.setup.id === setup);
  const height = standing?.height;
  if (!standing || height === undefined) return { is: 'unset' };
  const shot = standing.shots.findLast(
    ({ sight, target, reading }) =>
      sight === 'fore' && reading.by === 'rod' && target.on === 'benchmark' && benchmarks[target.benchmark],
  );
  const benchmark = shot?.target.on === 'benchmark' ? benchmarks[shot.target.benchmark] : undefined;
  if (!shot || !benchmark) return { is: 'unchecked', height };
  const closing = circuits.findLast(({ setups: path, to }) => path.at(-1) === setup && to === benchmark.id);
  const raw = elevations.get(shot.id)?.raw;
  const by = closing?.misclosure ?? (raw === undefined ? undefined : raw - benchmark.elevation);
  if (by === undefined) return { is: 'unchecked', height };
  const check = { benchmark: benchmark.id, found: benchmark.elevation + by, known: benchmark.elevation, by };
  return { is: near(check, within) ? 'trusted' : 'doubted', height, check };
}
