import type { Place } from '@alveus/core';
import { layerTops } from '@alveus/core';
import type { CrossSection, FabricAcross } from '@alveus/core/cross';
import { crossSection, fabricAcross } from '@alveus/core/cross';
import type { Plan } from '@alveus/plan';
import type { Look } from '../looks';
import { lookOf } from '../looks';

/** A layer at the station: from and to over the trench bottom at the pipe, m. */
export interface Band {
  readonly index: number;
  readonly from: number;
  readonly to: number;
  readonly look: Look;
  readonly material: string;
}

/** What is known of the trench at a station, once ground and grade are. */
export interface TrenchShape {
  readonly cross: CrossSection;
  /** Inside bottom of its own pipe, over the trench bottom, m. */
  readonly invert: number;
  readonly bands: readonly Band[];
  /** Fabric round or over what is bought. */
  readonly fabric: FabricAcross | undefined;
  /** Whether its own pipe has a sock on. */
  readonly sock: boolean;
}

export function trenchShape(place: Place | undefined, plan: Plan): TrenchShape | undefined {
  const of = place?.run.envelope;
  const cross = place && crossSection(place.run, place.station.at);
  if (!of || !cross) return undefined;
  const tops = layerTops(of, cross.depth);
  const bands = of.layers.flatMap(({ material: id }, index): Band[] => {
    const from = index === 0 ? 0 : (tops[index - 1] as number);
    const to = tops[index] as number;
    // Across a slope a layer may be there beside the pipe that is not there at it.
    const under = index === 0 ? undefined : cross.tops[index - 1];
    const thick = (cross.tops[index] ?? []).some(([, over], place) => over - (under?.[place]?.[1] ?? 0) > 1e-6);
    if (!thick) return [];
    const item = id === 'native' ? undefined : plan.material[id];
    return [
      {
        index,
        from,
        to,
        look: lookOf(id, plan),
        material: id === 'native' ? 'Native soil' : (item?.name ?? 'removed'),
      },
    ];
  });
  const fabric = place.run.section?.fabric;
  return {
    cross,
    invert: of.invert,
    bands,
    fabric: fabric && fabricAcross(fabric, of, cross),
    sock: fabric?.laid === 'sock',
  };
}
