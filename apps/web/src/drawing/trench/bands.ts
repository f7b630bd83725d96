import type { Place } from '@alveus/core';
import { layerTops } from '@alveus/core';
import type { Plan } from '@alveus/plan';
import type { Look } from '../looks';

/** A layer at the station: from and to over the trench bottom, m. */
export interface Band {
  readonly index: number;
  readonly from: number;
  readonly to: number;
  readonly look: Look;
  readonly material: string;
}

/** What is known of the trench at a station, once ground and grade are. */
export interface TrenchShape {
  readonly depth: number;
  readonly width: number;
  /** Of the pipe: its underside, inside bottom, outer radius and wall, over the trench bottom, m. */
  readonly underside: number;
  readonly invert: number;
  readonly radius: number;
  readonly wall: number;
  readonly bands: readonly Band[];
}

export function trenchShape(place: Place | undefined, plan: Plan): TrenchShape | undefined {
  const { envelope: of, pipe, trench } = place?.run ?? {};
  const { depth, bottom } = place?.station ?? {};
  if (!of || !pipe || !trench || depth === undefined || bottom === undefined) return undefined;
  const tops = layerTops(of, depth);
  const bands = of.layers.flatMap(({ material: id }, index): Band[] => {
    const from = index === 0 ? 0 : (tops[index - 1] as number);
    const to = tops[index] as number;
    if (to - from <= 1e-6) return [];
    const known = id === 'native' ? undefined : plan.material[id];
    return [
      {
        index,
        from,
        to,
        look: id === 'native' ? 'native' : (known?.look ?? 'soil'),
        material: id === 'native' ? 'Native soil' : (known?.name ?? 'removed'),
      },
    ];
  });
  const { underside, invert, radius } = of;
  return { depth, width: trench.width, underside, invert, radius, wall: pipe.wall, bands };
}
