import type { Profile, SoilClass, TestPit } from '@alveus/plan';
import type { HoleResult, NodeResult } from '../../results';
import { classOf } from '../../trench';
import type { Dug } from '../dug';
import { wetAt } from '../dug';
import { protectFrom } from '../line/soft-ground';

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
  const wet = pits.flatMap((pit) => wetAt(pit, depth));
  return {
    name: `the hole at ${node.node.name}`,
    protection: by,
    protectFrom: protectFrom(profile, soil, wet.length > 0),
    shield: hole.shield,
    soil: classOf(soil),
    depth,
    faces: [{ side, tall: depth }],
    wet,
  };
}
