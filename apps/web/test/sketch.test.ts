import { evaluate, networkSpots } from '@alveus/core';
import fc from 'fast-check';
import { labelsOf } from '../src/drawing/sketch/labelPlaces';
import { drawnRuns, drawnUtilities } from '../src/drawing/sketch/paths';
import { fitView, laid, movedView, toPicture, toScreen, toSite, ZOOM } from '../src/drawing/sketch/view';
import { crosses, windowOf, within } from '../src/drawing/sketch/window';
import { demo } from './support/demo';

/** The geometry of the plan sketch, without a screen. */

const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const size = { width: 390, height: 420 };
const viewArb = fc.record({ east: number(-500, 500), north: number(-500, 500), zoom: number(ZOOM.least, ZOOM.most) });

describe('the sketch', () => {
  test('a spot on the site and its point on the screen are one, there and back', () => {
    fc.assert(
      fc.property(viewArb, number(-900, 900), number(-900, 900), (view, east, north) => {
        const { x, y } = toScreen(view, size, { east, north });
        const back = toSite(view, size, x, y);
        expect(back.east).toBeCloseTo(east, 6);
        expect(back.north).toBeCloseTo(north, 6);
      }),
    );
  });

  test('north is up and east is right', () => {
    const view = { east: 0, north: 0, zoom: 2 };
    expect(toScreen(view, size, { east: 0, north: 0 })).toEqual({ x: 195, y: 210 });
    expect(toScreen(view, size, { east: 10, north: 10 })).toEqual({ x: 215, y: 190 });
  });

  test('a fitted view shows every spot, with room round it', () => {
    const spot = fc.record({ east: number(-300, 300), north: number(-300, 300), placed: fc.boolean() });
    fc.assert(
      fc.property(fc.array(spot, { minLength: 1, maxLength: 30 }), (spots) => {
        const view = fitView(spots, size);
        for (const spot of spots) {
          const { x, y } = toScreen(view, size, spot);
          expect(x).toBeGreaterThanOrEqual(60);
          expect(x).toBeLessThanOrEqual(size.width - 60);
          expect(y).toBeGreaterThan(39.9);
          // Clear of the north arrow and the scale.
          expect(y).toBeLessThan(size.height - 79.9);
        }
      }),
    );
    expect(fitView([], size).zoom).toBeGreaterThan(0);
  });

  test('what is under the fingers stays under them: a drag moves it along, a pinch turns on it', () => {
    fc.assert(
      fc.property(
        viewArb,
        number(0, 390),
        number(0, 420),
        number(-200, 200),
        number(-200, 200),
        number(0.5, 2),
        (view, x, y, dx, dy, by) => {
          const held = toSite(view, size, x, y);
          const after = movedView(view, size, { dx, dy, scale: by, x, y });
          expect(after.zoom).toBeGreaterThanOrEqual(ZOOM.least);
          expect(after.zoom).toBeLessThanOrEqual(ZOOM.most);
          const now = toScreen(after, size, held);
          expect(now.x).toBeCloseTo(x + dx, 5);
          expect(now.y).toBeCloseTo(y + dy, 5);
        },
      ),
    );
  });
});

describe('the picture under the frame', () => {
  /** What the browser makes of a place in the picture by the transform that lays it. */
  const shown = (transform: string, { x, y }: { x: number; y: number }) => {
    const [, dx, dy, by] = /translate\((.*)px, (.*)px\) scale\((.*)\)/.exec(transform) ?? [];
    return { x: Number(dx) + x * Number(by), y: Number(dy) + y * Number(by) };
  };

  test('a picture drawn for any zoom is laid so that every spot is where the view has it', () => {
    fc.assert(
      fc.property(viewArb, number(0.5, 2), number(-90, 90), number(-90, 90), (view, by, east, north) => {
        const drawn = view.zoom * by;
        const there = shown(laid(view, size, drawn), toPicture(drawn, { east, north }));
        const wanted = toScreen(view, size, { east, north });
        expect(there.x).toBeCloseTo(wanted.x, 1);
        expect(there.y).toBeCloseTo(wanted.y, 1);
      }),
    );
  });

  test('what is drawn holds the whole frame, and half a frame more on every side', () => {
    fc.assert(
      fc.property(viewArb, number(-1, 1), number(-1, 1), (view, across, down) => {
        const middle = toPicture(view.zoom, view);
        const spot = { x: middle.x + across * size.width * 0.99, y: middle.y + down * size.height * 0.99 };
        expect(within(windowOf(view, size), spot)).toBe(true);
      }),
    );
  });

  test('what passes through the window is drawn, wherever its ends are; what passes by is not', () => {
    const window = { left: 0, right: 100, top: 0, bottom: 60 };
    // A pipe 100 m long at 200 px/m: its ends and its middle are far off.
    expect(crosses(window, { x: -4000, y: 30 }, { x: 16000, y: 30 })).toBe(true);
    const spot = fc.record({ x: number(-300, 400), y: number(-300, 400) });
    fc.assert(
      fc.property(spot, spot, number(0, 1), (a, b, share) => {
        const between = { x: a.x + (b.x - a.x) * share, y: a.y + (b.y - a.y) * share };
        if (within(window, between)) expect(crosses(window, a, b)).toBe(true);
        // All of it on one side of it.
        for (const by of [-500, 500])
          expect(crosses(window, { ...a, x: a.x + by * 2 }, { ...b, x: b.x + by * 2 })).toBe(false);
        for (const by of [-500, 500])
          expect(crosses(window, { ...a, y: a.y + by * 2 }, { ...b, y: b.y + by * 2 })).toBe(false);
      }),
    );
    // Past a corner.
    expect(crosses(window, { x: -10, y: 15 }, { x: 15, y: -10 })).toBe(true);
    expect(crosses(window, { x: -20, y: 10 }, { x: 10, y: -20 })).toBe(false);
    expect(crosses(window, { x: 50, y: 30 }, { x: 50, y: 30 })).toBe(true);
  });

  /** Labels of the demo, and what they keep off, at a zoom. */
  const labelled = (zoom: number) => {
    const evaluation = evaluate(demo());
    const spots = networkSpots(evaluation.plan, evaluation.topology);
    const chosen = Object.keys(evaluation.plan.node)[3];
    const placed = new Map([...spots].map(([id, spot]) => [id, toPicture(zoom, spot)]));
    const runs = drawnRuns(evaluation, placed);
    const utilities = drawnUtilities(evaluation, placed, zoom);
    const frame = { left: -400, right: 400, top: -400, bottom: 400 };
    const labels = labelsOf({
      plan: evaluation.plan,
      placed,
      runs,
      utilities,
      chosen,
      window: { left: -1200, right: 1200, top: -1200, bottom: 1200 },
      frame,
      system: 'feet',
    }).map((label) => {
      const wide = label.text.length * 6.7;
      const left = label.at.x - { start: 0, middle: wide / 2, end: wide }[label.at.anchor];
      return { ...label, left, right: left + wide, top: label.at.y - 12, bottom: label.at.y + 4 };
    });
    return { labels, runs, utilities, chosen };
  };
  const ZOOMS = [0.4, 1, 3, 9, 25] as const;

  test.each(ZOOMS)(
    'no two labels of the demo stand on each other, and the chosen node has its own, at %s px/m',
    (zoom) => {
      const { labels, chosen } = labelled(zoom);
      // From far off there is room for few names.
      if (zoom >= 3) expect(labels.some(({ key }) => key === chosen)).toBe(true);
      labels.forEach((label, index) =>
        labels.slice(index + 1).forEach((other) => {
          const apart =
            label.right <= other.left ||
            other.right <= label.left ||
            label.bottom <= other.top ||
            other.bottom <= label.top;
          expect(apart).toBe(true);
        }),
      );
    },
  );

  test.each(ZOOMS)(
    'no pipe and no utility runs through a length, and no mark of a utility through any word, at %s px/m',
    (zoom) => {
      const { labels, runs, utilities } = labelled(zoom);
      expect(utilities.length).toBeGreaterThan(2);
      const through = [];
      for (const { left, right, top, bottom, strong, text } of labels) {
        if (!within({ left: -1000, right: 1000, top: -1000, bottom: 1000 }, { x: left, y: top })) continue;
        const holds = ({ x, y }: { x: number; y: number }) => x > left && x < right && y > top && y < bottom;
        for (const { a } of utilities) if (holds(a)) through.push([text, 'mark']);
        if (strong) continue;
        for (const { a, b } of [...runs, ...utilities])
          for (let share = 0; share <= 1; share += 0.005)
            if (holds({ x: a.x + (b.x - a.x) * share, y: a.y + (b.y - a.y) * share })) through.push([text, share]);
      }
      expect(through).toEqual([]);
    },
  );
});
