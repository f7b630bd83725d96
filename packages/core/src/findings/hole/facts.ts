import type { Profile, SoilClass, TestPit } from '@alveus/plan';
import type { HoleResult, NodeResult } from '../../results';
import { classOf } from '../../trench';
import type { Dug } from '../dug';
import { wetAt } from '../dug';
import { limitOf } from '../rule';
import { protection } from '../run/trench';

/** What a hole is judged by. */
export interface HoleFacts extends HoleResult {
  readonly node: NodeResult;
  /** Pits that were dug along the runs that meet there. */
  readonly pits: readonly TestPit[];
  /** The class of the soil of the job, where somebody classed it. */
  readonly native: SoilClass | undefined;
  readonly profile: Profile;
}

/** The hole as its sides are judged; undefined while its depth is open. */
export function dugOfHole({
  hole,
  depth,
  side,
  soil,
  protection: by,
  pits,
  node,
  profile,
}: HoleFacts): Dug | undefined {
  if (depth === undefined) return undefined;
  return {
    name: `the hole at ${node.node.name}`,
    protection: by,
    protectFrom: limitOf(profile, protection).value,
    shield: hole.shield,
    soil: classOf(soil),
    depth,
    faces: [{ side, tall: depth }],
    wet: pits.flatMap((pit) => wetAt(pit, depth)),
  };
}
