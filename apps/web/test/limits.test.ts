import { print } from '@alveus/core';
import type { Quantity, System } from '@alveus/core';
import { Benchmark, Crossing, Elevation, Length, Material, Pipe, Slope, TestPit, Thickness } from '@alveus/plan';
import { complaintOf, sentence } from '../src/ui/limits';

/** Limits are written in the plan's schemas, in metres; people are told of them in their own units. */

const complaint = (limit: Parameters<typeof complaintOf>[0], value: number, quantity: Quantity, system: System) =>
  complaintOf(limit, value, quantity, (number, of) => print(number, of, system));

test.each([
  [Thickness, 31, 'thickness', 'inches', 'At most 1181 1/8".'],
  [Thickness, 31, 'thickness', 'metric', 'At most 30000 mm.'],
  [Thickness, 0, 'thickness', 'feet', 'Must be more than zero.'],
  [Length, -3, 'distance', 'feet', 'Must be more than zero.'],
  [Elevation, 20_000, 'elevation', 'feet', 'At most 39370.08 ft.'],
  [Elevation, 20_000, 'elevation', 'metric', 'At most 12000.000 m.'],
  [Slope, 3, 'slope', 'feet', 'Steeper than 2:1; a slope of 1 in 48 is 1:48 or 2.08 %.'],
  [Material.shape.waste, 3, 'share', 'feet', 'At most 200 %.'],
  [Material.shape.waste, -0.1, 'share', 'feet', 'Must not be negative.'],
  [Material.shape.loose, 0.2, 'plain', 'feet', 'At least 0.5.'],
  [Material.shape.density, 20_000, 'density', 'metric', 'At most 10000 kg/m³.'],
  [Pipe.shape.manning, 0.2, 'plain', 'feet', 'At most 0.1.'],
] as const)('%# %s', (limit, value, quantity, system, words) => {
  expect(complaint(limit, value, quantity, system)).toBe(words);
});

test('what passes is complained of by nobody, at the very limit too', () => {
  expect(complaint(Thickness, 30, 'thickness', 'feet')).toBeUndefined();
  expect(complaint(Elevation, -12_000, 'elevation', 'feet')).toBeUndefined();
  expect(complaint(Slope, -2, 'slope', 'feet')).toBeUndefined();
});

test('what is said of other fields is a sentence of its own', () => {
  const name = Benchmark.shape.name.safeParse('');
  expect(sentence(name.error?.issues[0]?.message ?? '')).toBe('Needs a name.');
  const day = Crossing.shape.markedOn.safeParse('yesterday');
  expect(sentence(day.error?.issues[0]?.message ?? '')).toBe('A day such as 2026-11-24.');
  expect(TestPit.shape.description.safeParse('x'.repeat(401)).error?.issues[0]?.message).toBe('at most 400 characters');
});
