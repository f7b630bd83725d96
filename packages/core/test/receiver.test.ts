import type { Beat } from '../src/setout';
import { BEAT, NO_FAULTS, standIn, STEADY, steadyReading } from '../src/setout';

/** The receiver that is none, and what is taken for a reading of any. */

/** Listens for so many beats, with chance that is always the same. */
function listened(
  faults: Partial<typeof NO_FAULTS>,
  beats: number,
  truth: () => number | undefined = () => 1.5,
): Beat[] {
  let seed = 7;
  let beat = 0;
  const heard: Beat[] = [];
  let tick = (): void => undefined;
  const random = (): number => (seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647;
  const every = (_seconds: number, then: () => void): (() => void) => {
    tick = then;
    return () => (tick = () => undefined);
  };
  const off = standIn(
    { truth, stood: () => beat * BEAT, random, every },
    { ...NO_FAULTS, ...faults },
  )((beat) => heard.push(beat));
  for (beat = 1; beat <= beats; beat += 1) tick();
  off();
  tick();
  expect(heard.length).toBe(beats);
  return heard;
}

test('a quiet beam comes to rest within a second, near to what is true', () => {
  const beats = listened({}, 10);
  const reading = steadyReading(beats);
  expect(Math.abs((reading ?? NaN) - 1.5)).toBeLessThan(0.002);
  expect(steadyReading(beats.slice(0, STEADY.beats - 1))).toBeUndefined();
});

test('a beat without the beam begins anew; out of the beam there is no reading', () => {
  const beats = [...listened({}, 10)];
  beats[8] = { at: 0.9, reading: undefined };
  expect(steadyReading(beats)).toBeUndefined();
  expect(listened({}, 5, () => undefined).every(({ reading }) => reading === undefined)).toBe(true);
  const lost = listened({ lost: 0.3 }, 400).filter(({ reading }) => reading === undefined).length;
  expect(lost).toBeGreaterThan(80);
  expect(lost).toBeLessThan(160);
});

test('what shakes more than a reading may is none', () => {
  const shaking = listened({ noise: 0.05 }, 60);
  for (let end = STEADY.beats; end <= 60; end += 1) {
    const of = shaking.slice(end - STEADY.beats, end).map(({ reading }) => reading ?? NaN);
    const still = Math.max(...of) - Math.min(...of) <= STEADY.within;
    if (steadyReading(shaking.slice(0, end)) === undefined) expect(still).toBe(false);
  }
  expect(steadyReading(shaking)).toBeUndefined();
});

test('an instrument that sinks reads less and less: 2 mm in half a minute at 4 mm a minute', () => {
  const beats = listened({ drift: 0.004, noise: 0 }, 300);
  expect(beats.at(-1)?.reading).toBeCloseTo(1.5 - 0.002, 9);
});
