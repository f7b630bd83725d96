import type { Side } from '@alveus/plan';
import { pitAt, soilAt } from '../limits';
import { classOf, faceHeights, stationAt, stripAt } from '../../trench';
import type { Dug } from '../dug';
import { wetAt } from '../dug';
import { protectFrom } from '../line/soft-ground';
import { NOTHING } from '../rule';
import type { RunFacts } from './facts';

const UPRIGHT: Side = { by: 'upright' };

/** The trench of a run as its sides are judged; undefined of most: upright, and in no shield. */
export function dugOfRun(facts: RunFacts): Dug | undefined {
  const { along } = facts;
  if (along.dug === undefined) along.dug = work(facts) ?? null;
  return along.dug ?? undefined;
}

function work({ id, run, form, trench, length, read, grade, ground, envelope, profile }: RunFacts): Dug | undefined {
  const { sides, deepest, strips } = trench;
  if (!deepest || (!form && run.protection !== 'shielded')) return undefined;
  const { width, middle } = stripAt(strips, deepest.at) ?? { width: trench.width, middle: 0 };
  const { left, right } = faceHeights(sides, width, deepest.depth + (sides?.across ?? 0) * middle);
  const soil = form ? form.cut.soil : soilAt([id], read);
  const wet = (read.of('pitsOn', id) ?? NOTHING).flatMap((pit) => {
    const at = pitAt(pit, { run, length });
    return at === undefined ? [] : wetAt(pit, stationAt(grade, ground, envelope, at).depth, at);
  });
  return {
    name: `the trench of ${run.name}`,
    protection: run.protection,
    protectFrom: protectFrom(profile, soil, wet.length > 0),
    shield: run.cut?.shield,
    soil: classOf(soil),
    depth: Math.max(deepest.depth, left, right),
    at: deepest.at,
    faces: [
      { which: 'left', side: sides?.left ?? UPRIGHT, tall: left },
      { which: 'right', side: sides?.right ?? UPRIGHT, tall: right },
    ],
    wet,
  };
}
