import fc from 'fast-check';
import { evaluate, layerTops } from '../src';
import { firmnessOf, howOf, liftsOf, LIFTS, machineCover, MOST_DIFFERENCE } from '../src/filling';
import { buildLine, catalogue, ft, inch, material, section } from './builders';

const stone = material('Stone');
const straw = material('Straw', { class: 'straw' });

function envelopeOf(nominal: string, bedding: number, overlay: number) {
  return envelopeIn(nominal, {
    width: { rule: 'd2321' },
    below: [{ material: stone.id, thickness: bedding }],
    above: [{ material: stone.id, upTo: { mark: 'crown', offset: overlay } }],
    surface: [{ material: stone.id, thickness: inch(4) }],
  });
}

function envelopeIn(nominal: string, fields: Parameters<typeof section>[0]) {
  const { plan, runs } = buildLine(
    {
      pipe: catalogue(nominal),
      section: section(fields),
      ground: 0,
      runs: [{ length: 10, low: -2, slope: 0, ground: 0 }],
    },
    [stone, straw],
  );
  const of = evaluate(plan).runs.get(runs[0] ?? '')?.envelope;
  if (!of) throw new Error('no envelope');
  return of;
}

test('lifts follow one another from the bottom to the ground, none thicker than its zone allows, haunches before sides', () => {
  fc.assert(
    fc.property(
      fc.constantFrom('4 in SDR 35', '12 in SDR 35', '24 in concrete, wall B'),
      fc.double({ min: 0.05, max: 0.4, noNaN: true }),
      fc.double({ min: 0, max: 0.5, noNaN: true }),
      fc.double({ min: 0, max: 5, noNaN: true }),
      (nominal, bedding, overlay, depth) => {
        const of = envelopeOf(nominal, bedding, overlay);
        const lifts = liftsOf(of, depth);
        let under = 0;
        for (const { from, to, zone } of lifts) {
          expect(from).toBeCloseTo(under, 9);
          expect(to - from).toBeLessThanOrEqual(LIFTS[zone].most + 1e-9);
          expect(to).toBeGreaterThan(from);
          under = to;
        }
        if (lifts.length > 0) expect(under).toBeCloseTo(layerTops(of, depth).at(-1) ?? NaN, 6);
        const order = lifts.map(({ zone }) =>
          ['bed', 'haunch', 'side', 'overlay', 'backfill', 'surface'].indexOf(zone),
        );
        expect(order).toEqual([...order].sort((a, b) => a - b));
        // Nothing is covered before it was seen.
        expect(lifts.flatMap(({ before }) => before).length).toBe(new Set(lifts.flatMap(({ before }) => before)).size);
      },
    ),
  );
});

test('a 12 in storm pipe in 6 in of stone, 6 ft deep: seen at the bottom, the bed, the pipe, and before it is covered', () => {
  const lifts = liftsOf(envelopeOf('12 in SDR 35', inch(6), inch(6)), ft(6));
  expect(lifts.filter(({ zone }) => zone === 'bed').length).toBe(1);
  expect(lifts.filter(({ zone }) => zone === 'haunch').length).toBe(2);
  expect(lifts.filter(({ before }) => before.length > 0).map(({ zone, before }) => [zone, ...before])).toEqual([
    ['bed', 'bottom'],
    ['haunch', 'bed', 'pipe'],
    ['overlay', 'cover'],
  ]);
  // The first haunch lift is marked on the pipe so far under its crown.
  const [haunch] = lifts.filter(({ zone }) => zone === 'haunch');
  expect(haunch?.mark).toBeCloseTo(-catalogue('12 in SDR 35').outside * 0.75, 9);
});

test('machines cross from 24 in of cover on, or once the pipe’s outside (ASTM D2321, from memory)', () => {
  expect(machineCover(inch(12))).toBeCloseTo(inch(24), 9);
  expect(machineCover(inch(48))).toBeCloseTo(inch(48), 9);
});

test('a row of chambers is one lift, whatever part of the trench it fills; what is filled beside pipe is never 12 in higher on one side', () => {
  const of = envelopeOf('4 in SDR 35', inch(3), inch(2));
  const depth = ft(3);
  const pieces = liftsOf(of, depth, { inPieces: (material) => material === stone.id });
  expect(pieces.map(({ zone }) => zone)).toEqual(['pieces', 'overlay', 'overlay', 'backfill', 'backfill', 'pieces']);
  expect(pieces[0]?.from).toBe(0);
  expect(pieces[0]?.to).toBeCloseTo(of.underside + 2 * of.radius + inch(2), 9);
  expect(pieces[0]?.before).toEqual(['bottom']);
  // Each side's lift goes in before the next, so the sides differ by one lift at most.
  for (const { zone, from, to } of liftsOf(of, depth))
    if (zone === 'haunch' || zone === 'side') expect(to - from).toBeLessThanOrEqual(MOST_DIFFERENCE);
});

test('stone is left as placed, soil round a pipe made firm, and what is driven on dense', () => {
  expect(firmnessOf('haunch', 'stone', true, false)).toBe('placed');
  expect(firmnessOf('haunch', 'sand', false, false)).toBe('firm');
  expect(firmnessOf('overlay', 'native', true, false)).toBe('firm');
  expect(firmnessOf('backfill', 'native', false, false)).toBe('firm');
  expect(firmnessOf('backfill', 'native', true, false)).toBe('dense');
  expect(firmnessOf('surface', 'topsoil', true, false)).toBe('placed');
  expect(firmnessOf('surface', 'soil', true, false)).toBe('dense');
});

test('over a field nothing is rammed, and all of its stone is seen before straw goes on', () => {
  const of = envelopeIn('4 in SDR 35', {
    below: [{ material: stone.id, thickness: inch(6) }],
    above: [
      { material: stone.id, upTo: { mark: 'crown', offset: inch(2) } },
      { material: straw.id, upTo: { mark: 'crown', offset: inch(4) } },
    ],
  });
  const lifts = liftsOf(of, ft(2.5), { fieldOf: (material) => material === stone.id });
  const held = lifts.filter(({ before }) => before.includes('cover'));
  expect(held.map(({ material }) => material)).toEqual([straw.id]);
  for (const { zone, material } of lifts.filter(({ mark }) => mark > 0)) {
    expect(firmnessOf(zone, material === 'native' ? 'native' : 'stone', true, true)).toBe('placed');
    expect(howOf(zone, true)).toMatch(/no plate or wheel compactor/);
  }
  // The same trench for any other line: held before its overlay, which is what lies over the crown.
  expect(liftsOf(of, ft(2.5)).find(({ before }) => before.includes('cover'))?.material).toBe(stone.id);
});
