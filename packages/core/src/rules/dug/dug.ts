import type { Protection, Shield, Side, SoilClass, TestPit, UpRun } from '@alveus/plan';
import { NEAR } from '../../tolerance';
import type { Breach, Rule, RuleNumber } from '../rule';
import { NOTHING, rule } from '../rule';

/** What people stand in, as its sides are judged: the trench of a run, or the hole of a structure. */
export interface Dug {
  /** As a sentence names it: "the trench of Run 3". */
  readonly name: string;
  readonly protection: Protection | undefined;
  /** Depth from which people in it are protected, m: less in soil that does not stand. */
  readonly protectFrom: number;
  readonly shield: Shield | undefined;
  /** As somebody classed it; soil that is not classified is taken for the loosest. */
  readonly soil: SoilClass;
  /** The greatest height that stands over people, m: in ground that falls across, that of the higher face. */
  readonly depth: number;
  /** Where a run is deepest. */
  readonly at?: UpRun;
  readonly faces: readonly Face[];
  /** Pits that met water above its bottom. */
  readonly wet: readonly Wet[];
}

export interface Face {
  readonly side: Side;
  /** From the bottom up to where it meets the ground, m. */
  readonly tall: number;
  /** Of a run, seen up it. */
  readonly which?: 'left' | 'right';
}

export interface Wet {
  readonly pit: TestPit;
  /** Height of the water over the bottom, m. */
  readonly by: number;
  readonly at?: UpRun;
}

/** @param depth of what is dug where the pit was, m */
export function wetAt(pit: TestPit, depth: number | undefined, at?: UpRun): Wet[] {
  const { groundwater } = pit;
  if (groundwater === undefined || depth === undefined || depth <= groundwater + NEAR) return [];
  return [{ pit, by: depth - groundwater, ...(at === undefined ? {} : { at }) }];
}

/** A rule about the sides of whatever people stand in, put to one sort of it. */
export const putTo =
  <Facts>(dugOf: (facts: Facts) => Dug | undefined) =>
  <const Name extends string, B extends Breach, Number extends RuleNumber | undefined>(
    about: Rule<Dug, B> & { readonly name: Name; readonly number: Number },
  ) =>
    rule<Facts>()({
      ...about,
      judge: (facts, limit): readonly B[] => {
        const dug = dugOf(facts);
        return dug ? about.judge(dug, limit) : NOTHING;
      },
      words: (breach: B, facts, limit) => about.words(breach, dugOf(facts) as Dug, limit),
    });
