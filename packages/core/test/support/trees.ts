import fc from 'fast-check';
import type { Item, Plan, Uuid } from '@alveus/plan';
import { planOf } from '@alveus/plan';
import { catalogue, material, newId, section } from '../builders';

/** Random networks of lines that join, with what they are laid in. */

export const stone = material();
export const pipe = catalogue('12 in SDR 35');
export const template = section({
  width: { rule: 'd2321' },
  below: [{ material: stone.id, thickness: 0.15 }],
  above: [{ material: stone.id, upTo: { mark: 'crown', offset: 0.15 } }],
  surface: [{ material: 'native', thickness: 0.1 }],
});
export const second = { ...section({ width: { rule: 'fixed', width: 0.9 } }), name: 'Other' };

/** A random tree: each run hangs on the outlet or on the upper end of an earlier run, as a new line or going on with one. */
export const networkArb = fc.array(
  fc.record({
    on: fc.nat(),
    length: fc.double({ min: 5, max: 60, noNaN: true }),
    slope: fc.double({ min: 0.002, max: 0.03, noNaN: true }),
    depth: fc.double({ min: 0.5, max: 2.5, noNaN: true }),
    breaks: fc.nat(3),
    drawn: fc.boolean(),
    turn: fc.double({ min: 0, max: 6.28, noNaN: true }),
  }),
  { minLength: 1, maxLength: 14 },
);

export interface Built {
  readonly plan: Plan;
  readonly runs: Uuid[];
  readonly lines: Uuid[];
  readonly nodes: Uuid[];
}

export function network(
  specs: readonly {
    on: number;
    length: number;
    slope: number;
    depth: number;
    breaks: number;
    drawn: boolean;
    turn: number;
  }[],
): Built {
  const items: Item[] = [stone, pipe, template, second];
  const outlet = newId();
  items.push(
    { kind: 'node', id: outlet, name: 'Outlet', form: 'structure' },
    { kind: 'nodeGround', id: outlet, elevation: 101 },
    { kind: 'nodePlace', id: outlet, east: 0, north: 0 },
  );
  const nodes: { id: Uuid; invert: number; line: Uuid | undefined; east: number; north: number }[] = [
    { id: outlet, invert: 100, line: undefined, east: 0, north: 0 },
  ];
  const runs: Uuid[] = [];
  const lines: Uuid[] = [];
  const continued = new Set<Uuid>();
  for (const spec of specs) {
    const from = nodes[spec.on % nodes.length] as (typeof nodes)[number];
    const goesOn = from.line !== undefined && !continued.has(from.id);
    const line = goesOn ? (from.line as Uuid) : newId();
    if (goesOn) continued.add(from.id);
    else {
      lines.push(line);
      items.push({
        kind: 'line',
        id: line,
        name: `Line ${lines.length}`,
        service: 'storm',
        pipe: pipe.id,
        section: lines.length % 2 === 0 ? second.id : template.id,
        startChainage: 0,
      });
    }
    const [id, upper] = [newId(), newId()];
    const high = from.invert + spec.slope * spec.length;
    const place = {
      east: from.east + spec.length * Math.cos(spec.turn),
      north: from.north + spec.length * Math.sin(spec.turn),
    };
    items.push(
      { kind: 'node', id: upper, name: `Node ${nodes.length}`, form: 'manhole' },
      { kind: 'nodeGround', id: upper, elevation: high + spec.depth },
      { kind: 'nodePlace', id: upper, ...place },
      {
        kind: 'run',
        id,
        line,
        name: `Run ${runs.length + 1}`,
        a: from.id,
        b: upper,
        flow: 'to-a',
        length: spec.drawn ? { from: 'plan' } : { from: 'typed', value: spec.length },
        vehicles: false,
      },
      {
        kind: 'runGround',
        id,
        breaks: Array.from({ length: spec.breaks }, (_, index) => ({
          at: (spec.length * (index + 1)) / (spec.breaks + 1),
          elevation: from.invert + spec.depth + index * 0.1,
        })),
      },
      { kind: 'runGrade', id, slope: spec.slope, ...(from.id === outlet ? { a: 100 } : {}) },
    );
    runs.push(id);
    nodes.push({ id: upper, invert: high, line, ...place });
  }
  return { plan: planOf(items), runs, lines, nodes: nodes.map(({ id }) => id) };
}
