import type { Pipe, ServiceRule, SlopeBand } from '@alveus/plan';
import { keptWith } from '../../kept-with';
import { insideDiameter } from '../../pipe';
import { NEAR } from '../../tolerance';

/** The least slopes in force for a size, the gravest first: of each severity, the band that starts nearest below it. */
export function slopesInForce({ leastSlope }: Pick<ServiceRule, 'leastSlope'>, size: number): readonly SlopeBand[] {
  const bySize = memo(leastSlope);
  let bands = bySize.get(size);
  if (!bands) bySize.set(size, (bands = bandsFor(leastSlope, size)));
  return bands;
}

/** A plan has few sizes of pipe, and asks for each of them at every run. */
const memo = keptWith((_bands: readonly SlopeBand[]) => new Map<number, readonly SlopeBand[]>());

function bandsFor(leastSlope: readonly SlopeBand[], size: number): readonly SlopeBand[] {
  const inForce: SlopeBand[] = [];
  for (const severity of GRAVEST_FIRST) {
    let nearest: SlopeBand | undefined;
    for (const step of leastSlope) {
      if (
        step.severity === severity &&
        step.fromNominal <= size * NEIGHBOUR + NEAR &&
        (!nearest || step.fromNominal > nearest.fromNominal)
      )
        nearest = step;
    }
    if (nearest) inForce.push(nearest);
  }
  return inForce;
}

const GRAVEST_FIRST = ['stop', 'fix', 'watch'] as const;

/** Metric sizes are up to so much smaller than the inch size they stand for: 75 mm is judged as 3 in, 200 mm as 8 in. */
const NEIGHBOUR = 1.03;
/** A nominal size further from the true inside than this says nothing about what runs through. */
const NOMINAL = 0.12;

/**
 * The size by which a pipe is judged, m: its nominal one, where that tells the inside within an eighth or so, and else
 * its true inside diameter.
 */
export function judgedSize(pipe: Pick<Pipe, 'nominal' | 'outside' | 'wall'>): number {
  const inside = insideDiameter(pipe);
  return Math.abs(pipe.nominal - inside) <= NOMINAL * inside ? pipe.nominal : inside;
}
