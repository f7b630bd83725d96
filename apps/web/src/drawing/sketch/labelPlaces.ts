import type { System, Trouble } from '@alveus/core';
import { print } from '@alveus/core';
import { serviceOf } from '@alveus/plan';
import type { Plan, Severity, Uuid } from '@alveus/plan';
import { drawn } from '../../theme/scale';
import { SEVERITY_WORD } from '../severity';
import type { Judgement } from './Judged';
import type { DrawnRun, DrawnUtility } from './paths';
import { UTILITY_MARK } from './paths';
import type { Window } from './window';
import { shareIn, within } from './window';

export interface Label {
  readonly key: string;
  readonly at: Stand;
  readonly text: string;
  readonly strong: boolean;
  /** Of a trouble, how grave it is. */
  readonly severity?: Severity;
}

/**
 * Where words stand: at this place they begin, have their middle, or end. So what stands beside something is near it,
 * however wide its letters are.
 */
export interface Stand {
  readonly x: number;
  readonly y: number;
  readonly anchor: 'start' | 'middle' | 'end';
}

interface Box {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

type Spot = Pick<Stand, 'x' | 'y'>;

const boxRound = (x: number, y: number, by: number): Box => ({
  left: x - by,
  right: x + by,
  top: y - by,
  bottom: y + by,
});

export interface LabelsOf {
  readonly plan: Plan;
  readonly placed: ReadonlyMap<Uuid, { x: number; y: number }>;
  readonly runs: readonly DrawnRun[];
  readonly utilities: readonly DrawnUtility[];
  readonly chosen: Uuid | undefined;
  /** What is drawn. */
  readonly window: Window;
  /** Where the frame lay when the zoom was set: names near its edges keep within it. */
  readonly frame: Window;
  readonly system: System;
  readonly judgement?: Judgement | undefined;
}

/** Width of a letter, about, px. */
const LETTER = drawn(6.7);

/** The buttons at the lower right cover what lies there, px. */
const BUTTONS = { width: 66, height: 164 };
/** North and the scale lie at the lower left, px. */
const FURNITURE = { width: drawn(130), height: drawn(66) };

/** About a node, to each side, px. */
const NODE = 9;

/** How far apart places along a run or a utility are kept clear of words, and how far to each side, px. */
const CLEAR = { every: 12, beside: 3 };

/**
 * What stands against runs and nodes, then names of nodes, then services and lengths of runs: each where it finds room,
 * the chosen first. What finds none is left out until one looks closer. Names keep off pipes and utilities where they can;
 * lengths are left out where they cannot.
 */
export function labelsOf(of: LabelsOf): Label[] {
  const { plan, placed, runs, chosen, window, system, judgement } = of;
  const places = new Places(of);
  for (const { run, a, b } of runs) {
    const say = sayAlong(places, run.id, a, b);
    const trouble = judgement?.troubles.runs.get(run.id);
    const water = judgement?.rest.runs.get(run.id);
    // Where there is no room to say how many more there are, the gravest is said by itself.
    if (trouble && !say('trouble', troubleWords(trouble), trouble.severity))
      say('trouble', troubleWords({ ...trouble, more: 0 }), trouble.severity);
    if (water && water.full > LITTLE) say('water', `full ${print(water.full, 'distance', system)}`);
    else if (water && water.wet > LITTLE) say('water', `wet ${print(water.wet, 'distance', system)}`);
  }
  for (const [id, { x, y }] of placed) {
    const trouble = judgement?.troubles.nodes.get(id);
    if (trouble) places.put(`${id} trouble`, troubleWords(trouble), true, around({ x, y }), trouble.severity);
  }
  const nodes = [...placed].sort(([a], [b]) => Number(b === chosen) - Number(a === chosen));
  for (const [id, { x, y }] of nodes) {
    const name = plan.node[id]?.name ?? '';
    if (name) places.put(id, name, true, around({ x, y }));
  }
  for (const { run, a, b, service } of runs) {
    const middle = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
    if (!within(window, middle)) continue;
    const text = `${serviceOf(service).letters} ${print(run.length, 'distance', system).replace(/\.00? /, ' ')}`;
    places.put(run.id, text, false, beside(middle));
  }
  return places.labels;
}

/** Says something of a run beside it. @returns whether it found room */
const sayAlong =
  (places: Places, run: Uuid, a: Spot, b: Spot) =>
  (what: string, text: string, severity?: Severity): boolean => {
    const along = ALONG.map((share) => ({ x: a.x + (b.x - a.x) * share, y: a.y + (b.y - a.y) * share }));
    // Off the pipes. Only what must be put right and finds no room stands over its own, rather than over another's, or not at all.
    const over =
      severity === 'stop' || severity === 'fix'
        ? along.map(({ x, y }): Stand => ({ x, y: y + drawn(4), anchor: 'middle' }))
        : [];
    return places.put(`${run} ${what}`, text, true, along.flatMap(beside), severity, over);
  };

/** The labels so far, and where there is room for more: off what is drawn, and in the frame. */
class Places {
  readonly labels: Label[] = [];
  readonly #taken = new Crowd();
  readonly #lines = new Crowd();

  constructor(private readonly of: LabelsOf) {
    const { placed, utilities, chosen, frame } = of;
    const { right, bottom, left } = frame;
    this.#taken.add({ left: right - BUTTONS.width, right, top: bottom - BUTTONS.height, bottom });
    this.#taken.add({ left, right: left + FURNITURE.width, top: bottom - FURNITURE.height, bottom });
    for (const { x, y } of placed.values()) this.#taken.add(boxRound(x, y, NODE));
    for (const { a } of utilities) this.#taken.add(boxRound(a.x, a.y, UTILITY_MARK));
    this.addLines();
    const here = chosen === undefined ? undefined : placed.get(chosen);
    if (here) this.#taken.add({ left: here.x + 10, right: here.x + 80, top: here.y + 10, bottom: here.y + 26 });
  }

  private addLines(): void {
    const { runs, utilities, window } = this.of;
    for (const { a, b } of [...runs, ...utilities]) {
      const seen = shareIn(window, a, b);
      const step = CLEAR.every / Math.hypot(b.x - a.x, b.y - a.y);
      if (seen)
        for (let at = Math.max(step, seen.from); at < Math.min(1 - step / 2, seen.to); at += step)
          this.#lines.add(boxRound(a.x + (b.x - a.x) * at, a.y + (b.y - a.y) * at, CLEAR.beside));
    }
  }

  /**
   * @param otherwise where it stands if need be; the first of the others that is free, unless said
   * @returns whether it found room
   */
  put(
    key: string,
    text: string,
    strong: boolean,
    stands: readonly Stand[],
    severity?: Severity,
    otherwise: readonly Stand[] = stands,
  ): boolean {
    const { frame } = this.of;
    const inFrame = (box: Box): boolean => box.left > frame.left + 2 && box.right < frame.right - 2;
    const wide = text.length * LETTER;
    const boxAt = ({ x, y, anchor }: Stand): Box => {
      const left = anchor === 'start' ? x : anchor === 'end' ? x - wide : x - wide / 2;
      return { left, right: left + wide, top: y - drawn(12), bottom: y + drawn(4) };
    };
    // A name goes over the edge only where its node does.
    const some = stands.some((stand) => inFrame(boxAt(stand)));
    const isFree = (box: Box): boolean => !(some && !inFrame(box)) && !this.#taken.meets(box);
    const clear = stands.find((stand) => {
      const box = boxAt(stand);
      return isFree(box) && !this.#lines.meets(box);
    });
    const at = clear ?? (strong ? otherwise.find((stand) => isFree(boxAt(stand))) : undefined);
    if (!at) return false;
    this.#taken.add(boxAt(at));
    this.labels.push({ key, at, text, strong, ...(severity ? { severity } : {}) });
    return true;
  }
}

/** Where along a run its words may stand, the likeliest first. */
const ALONG = [0.5, 0.75, 0.25, 0.62, 0.38, 0.87, 0.13] as const;

/** Less water than this is not worth a word, m. */
const LITTLE = 0.05;

const troubleWords = ({ severity, about, more }: Trouble): string =>
  `${SEVERITY_WORD[severity]}: ${about}${more > 0 ? ` +${more}` : ''}`;

const around = ({ x, y }: Spot): Stand[] => [
  { x: x + 13, y: y + drawn(5), anchor: 'start' },
  { x: x - 13, y: y + drawn(5), anchor: 'end' },
  { x, y: y - 14, anchor: 'middle' },
  { x, y: y + drawn(25), anchor: 'middle' },
  { x: x + 11, y: y - 9, anchor: 'start' },
  { x: x + 11, y: y + drawn(20), anchor: 'start' },
  { x: x - 11, y: y - 9, anchor: 'end' },
  { x: x - 11, y: y + drawn(20), anchor: 'end' },
];

const beside = ({ x, y }: Spot): Stand[] => [
  { x: x + 9, y: y - 7, anchor: 'start' },
  { x: x + 9, y: y + drawn(17), anchor: 'start' },
  { x: x - 9, y: y - 7, anchor: 'end' },
  { x: x - 9, y: y + drawn(17), anchor: 'end' },
  { x, y: y - 10, anchor: 'middle' },
  { x, y: y + drawn(20), anchor: 'middle' },
  { x: x + 14, y: y - 14, anchor: 'start' },
  { x: x + 14, y: y + drawn(24), anchor: 'start' },
  { x: x - 14, y: y - 14, anchor: 'end' },
  { x: x - 14, y: y + drawn(24), anchor: 'end' },
];

/** Boxes by the squares they touch, so that asking whether one meets another does not ask all. */
class Crowd {
  private readonly squares = new Map<number, Box[]>();

  add(box: Box): void {
    eachSquare(box, (square) => {
      const there = this.squares.get(square);
      if (there) there.push(box);
      else this.squares.set(square, [box]);
      return false;
    });
  }

  meets(box: Box): boolean {
    return eachSquare(box, (square) => {
      for (const other of this.squares.get(square) ?? [])
        if (other.left < box.right && other.right > box.left && other.top < box.bottom && other.bottom > box.top)
          return true;
      return false;
    });
  }
}

/** Side of a square, px; and how many lie in a row of the largest sketch. */
const [SQUARE, ROW] = [40, 1 << 20];

/** @param work of each square that a box touches, by its number; it ends once that says so, and is then true */
function eachSquare({ left, right, top, bottom }: Box, work: (square: number) => boolean): boolean {
  const [last, lowest] = [Math.floor(right / SQUARE), Math.floor(bottom / SQUARE)];
  for (let x = Math.floor(left / SQUARE); x <= last; x += 1)
    for (let y = Math.floor(top / SQUARE); y <= lowest; y += 1) if (work(x * ROW + y)) return true;
  return false;
}
