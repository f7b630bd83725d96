import type { Edit, Plan, Uuid } from '@alveus/plan';
import { applyEdits, lowerOf, upperOf } from '@alveus/plan';
import type { Spot } from '../network';
import { bearingTo, fromBearing, placeItem } from '../network';
import { INCH, FOOT } from '../units';
import { lineDown } from './downhill';

/** Which way the laterals run, looking on from the pipe that comes into the box. */
export type Towards = 'on' | 'left' | 'right';

/** A field of laterals, side by side from one box: each at the end of its own leader of solid pipe. */
export interface Field {
  readonly count: number;
  /** Of each lateral, m. */
  readonly length: number;
  /** Centre to centre, m. */
  readonly spacing: number;
  /** How far ahead of the box the laterals begin, m. */
  readonly ahead: number;
  readonly slope: number;
  /** Ground over the field, where it is one level, m. */
  readonly ground?: number | undefined;
  readonly towards: Towards;
}

/** The least fall of a leader: 1/8 in per foot, common practice. */
export const LEADER_FALL = INCH / 8 / FOOT;

/**
 * The heads lie in a row, so the leaders differ in length; all fall as much as the longest has to, and the laterals
 * begin at one level: the box gives each its share, and none is deeper than it must be. Where the box lies on the
 * sketch, so do they.
 */
export function layLaterals(plan: Plan, box: Uuid, field: Field, newId: () => Uuid): Edit[] {
  const offsets = Array.from({ length: field.count }, (_, index) => (index - (field.count - 1) / 2) * field.spacing);
  const leaders = offsets.map((offset) => Math.hypot(field.ahead, offset));
  const fall = LEADER_FALL * Math.max(...leaders);
  const first = Object.values(plan.line).filter(({ service }) => service === 'lateral').length + 1;
  const edits: Edit[] = [];
  let grown = plan;
  const take = (more: readonly Edit[]): void => {
    edits.push(...more);
    grown = applyEdits(grown, more);
  };
  offsets.forEach((offset, index) => {
    const number = first + index;
    const { ground } = field;
    const leader = lineDown(
      grown,
      {
        name: `Leader ${number}`,
        service: 'leader',
        from: { at: box },
        run: { name: `Leader ${number}`, length: leaders[index] as number, slope: fall / (leaders[index] as number) },
        lower: { name: `Lateral ${number} head`, form: 'bend', ground },
      },
      newId,
    );
    take(leader.edits);
    const lateral = lineDown(
      grown,
      {
        name: `Lateral ${number}`,
        service: 'lateral',
        from: { at: leader.lower },
        run: { name: `Lateral ${number}`, length: field.length, slope: field.slope },
        lower: { name: `Lateral ${number} end`, form: 'lateral-end', ground },
      },
      newId,
    );
    take(lateral.edits);
    const spot = plan.nodePlace[box];
    if (!spot) return;
    const heading = onward(plan, box, spot) + TURN[field.towards];
    const head = fromBearing(fromBearing(spot, field.ahead, heading), offset, heading + Math.PI / 2);
    take([
      { op: 'put', item: placeItem(leader.lower, head) },
      { op: 'put', item: placeItem(lateral.lower, fromBearing(head, field.length, heading)) },
    ]);
  });
  return edits;
}

const TURN: Readonly<Record<Towards, number>> = { on: 0, left: -Math.PI / 2, right: Math.PI / 2 };

/** Bearing of what comes into the box; east where nothing does, or it is not on the sketch. */
function onward(plan: Plan, box: Uuid, spot: Spot): number {
  const inflow = Object.values(plan.run).find((run) => lowerOf(run) === box);
  const from = inflow && plan.nodePlace[upperOf(inflow)];
  return from ? bearingTo(from, spot) : Math.PI / 2;
}
