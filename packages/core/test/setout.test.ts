import { fallsOf, print } from '../src';
import { ft } from './builders';

/** What a crew lays a run by. Facts of the trade, common practice. */

test('0.26 % in 100 ft is 3 1/8 in on the stick', () => {
  const [stick] = fallsOf(0.0026, ft(100), 'feet');
  expect(print(stick.fall, 'thickness', 'feet')).toBe('3 1/8"');
});

test('a lateral that falls 1/4 in in each 5 ft comes down 3.5 in in 70 ft', () => {
  const slope = 1 / 4 / 60;
  const [stick, short, long] = fallsOf(slope, ft(10), 'inches');
  expect(print(short.fall, 'thickness', 'feet')).toBe('1/4"');
  expect(print(long.fall, 'thickness', 'feet')).toBe('1/2"');
  expect(print(stick.fall, 'thickness', 'feet')).toBe('1/2"');
  expect(print(ft(70) * slope, 'thickness', 'feet')).toBe('3 1/2"');
});

test('metres are told over one and over five; a stick lies along the slope', () => {
  const [stick, short, long] = fallsOf(0.75, 4, 'metric');
  expect([short.over, long.over]).toEqual([1, 5]);
  expect(long.fall).toBeCloseTo(3.75, 12);
  // 3, 4, 5: along 5 m of pipe at 3 in 4 it comes down 3 m; along 4 m, 2.4.
  expect(stick.fall).toBeCloseTo(2.4, 12);
});
