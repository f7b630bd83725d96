import type { Forest } from './forest';
import { Lines, ROOM, SHORT, Turns } from './turns';

/** Limits that miss each other by less than this meet, m. */
const SLACK = 1e-7;
/** Costs nearer to nothing than this are nothing. */
const IDLE = 1e-12;

/** Turns that a level and all that comes to it have together, as a rule. */
const TURNS = 6;

/** Functions as they stood. */
export interface Snapshot {
  readonly start: Int32Array;
  readonly end: Int32Array;
  readonly best: Float64Array;
  readonly count: number;
}

/** Functions of all levels, and what links make of them. */
export class Pieces {
  /** Functions of all levels, one after another. */
  readonly #all: Turns;
  readonly #start: Int32Array;
  readonly #end: Int32Array;
  /** The level that costs least by itself; of several the highest, which is the least to dig for. */
  readonly #best: Float64Array;
  /** The link that is gone through: what holds its far level. */
  readonly #under = new Lines();
  readonly #over = new Lines();
  #riseLeast = 0;
  #riseMost = 0;
  /** Near levels at which there is a far one. */
  #least = 0;
  #most = 0;
  /** Near levels at which the far one can lie at its best, and which lines hold it beyond; -1 for the rise. */
  #middleFrom = 0;
  #middleTo = 0;
  #leftHeldBy = -1;
  #rightHeldBy = -1;
  /** What it makes of the far function: written from the middle to the left, and to the right. */
  readonly #left = new Turns();
  readonly #right = new Turns();
  /** The same from left to right. */
  readonly #message = new Turns();

  constructor(public forest: Forest) {
    const count = forest.least.length;
    this.#all = new Turns(TURNS * count + ROOM);
    this.#start = new Int32Array(count);
    this.#end = new Int32Array(count);
    this.#best = new Float64Array(count);
  }

  keep(): Snapshot {
    return { start: this.#start.slice(), end: this.#end.slice(), best: this.#best.slice(), count: this.#all.count };
  }

  restore({ start, end, best, count }: Snapshot): void {
    this.#start.set(start);
    this.#end.set(end);
    this.#best.set(best);
    this.#all.count = count;
  }

  /** What a level costs by itself. */
  begin(level: number): boolean {
    const { least, most, cost } = this.forest;
    let from = least[level] as number;
    let to = most[level] as number;
    if (from > to) {
      if (from - to > SLACK) return false;
      from = to = (from + to) / 2;
    }
    this.#start[level] = this.#all.count;
    this.#all.add(from, cost[level] as number);
    this.#all.add(to, 0);
    this.#end[level] = this.#all.count;
    return true;
  }

  /** Adds what one that hangs on it by a link makes of it. */
  takeOn(level: number, far: number, link: number): boolean {
    this.read(link, far);
    return this.through(far) && this.addTo(level);
  }

  /** Finds where a level is cheapest, once all that hangs on it is added. */
  settle(level: number): void {
    const { x, steep } = this.#all;
    let at = this.#start[level] as number;
    const last = (this.#end[level] as number) - 1;
    while (at < last && (steep[at] as number) <= IDLE) at += 1;
    this.#best[level] = x[at] as number;
  }

  /** Reads a link as it is seen from its near level. @returns that level */
  private read(link: number, far: number): number {
    const { from, to, riseLeast, riseMost, under, over } = this.forest;
    const turned = from[link] === far;
    this.#under.read(under, link, turned);
    this.#over.read(over, link, turned);
    this.#riseLeast = turned ? -(riseMost[link] as number) : (riseLeast[link] as number);
    this.#riseMost = turned ? -(riseLeast[link] as number) : (riseMost[link] as number);
    return (turned ? to[link] : from[link]) as number;
  }

  private lowestUnder(near: number): number {
    let least = near + this.#riseMost;
    for (let index = 0; index < this.#under.count; index += 1) least = Math.min(least, this.#under.at(index, near));
    return least;
  }

  private highestOver(near: number): number {
    let most = near + this.#riseLeast;
    for (let index = 0; index < this.#over.count; index += 1) most = Math.max(most, this.#over.at(index, near));
    return most;
  }

  levelOf(level: number, link: number, levels: Float64Array): number {
    const best = this.#best[level] as number;
    if (link < 0) return best;
    const near = levels[this.read(link, level)] as number;
    const { x } = this.#all;
    const first = x[this.#start[level] as number] as number;
    const last = x[(this.#end[level] as number) - 1] as number;
    return Math.min(Math.max(best, this.highestOver(near), first), this.lowestUnder(near), last);
  }

  /**
   * What the link makes of the function of its far level: over the middle the far level lies at its best, and on either
   * side one limit holds it, which is the same to the end since limits from above bend down and those from below up.
   */
  private through(far: number): boolean {
    if (!this.reach(far)) return false;
    const least = this.#least;
    const most = this.#most;
    const best = this.bestWithin(far, least, most);
    const { x } = this.#all;
    const first = this.#start[far] as number;
    // The piece to the right of the best, and the one to its left.
    let right = first;
    const last = (this.#end[far] as number) - 2;
    while (right < last && (x[right + 1] as number) <= best + SHORT) right += 1;
    let left = right;
    while (left > first && (x[left] as number) >= best - SHORT) left -= 1;
    this.middle(best, least, most);
    this.#left.count = 0;
    this.#right.count = 0;
    let from = this.#middleFrom;
    let to = this.#middleTo;
    if (from > to) from = to = (from + to) / 2;
    if (to < most - SHORT) {
      if (this.#rightHeldBy < 0) this.shiftedRight(right, last, to, most);
      else this.downUnder(left, first, this.#rightHeldBy, to, most);
    }
    if (from > least + SHORT) {
      if (this.#leftHeldBy < 0) this.shiftedLeft(left, first, from, least);
      else this.upOver(right, last, this.#leftHeldBy, from, least);
    }
    this.write(from, to, least, most);
    return true;
  }

  /** Finds near levels at which there is a far one. @returns whether there are any */
  private reach(far: number): boolean {
    const { x } = this.#all;
    const lowest = x[this.#start[far] as number] as number;
    const highest = x[(this.#end[far] as number) - 1] as number;
    const under = this.#under;
    const over = this.#over;
    let least = lowest - this.#riseMost;
    let most = highest - this.#riseLeast;
    if (this.#riseLeast > this.#riseMost + SLACK) return false;
    for (let index = 0; index < under.count; index += 1) {
      most = Math.min(most, under.comesTo(index, lowest));
      // Under this line, and over the least rise.
      most = Math.min(most, under.lies(index, this.#riseLeast));
    }
    for (let index = 0; index < over.count; index += 1) {
      least = Math.max(least, over.comesTo(index, highest));
      least = Math.max(least, over.lies(index, this.#riseMost));
      for (let against = 0; against < under.count; against += 1) {
        const steep = (over.steep[index] as number) - (under.steep[against] as number);
        const lack = (over.rise[index] as number) - (under.rise[against] as number);
        if (Math.abs(steep) < 1e-14) {
          if (lack > SLACK) return false;
        } else if (steep > 0) most = Math.min(most, -lack / steep);
        else least = Math.max(least, -lack / steep);
      }
    }
    if (least > most && least - most < SLACK) least = most = (least + most) / 2;
    this.#least = least;
    this.#most = most;
    return least <= most;
  }

  /** The best of the far levels that can be had at all. */
  private bestWithin(far: number, least: number, most: number): number {
    const best = this.#best[far] as number;
    const under = this.#under;
    const over = this.#over;
    let peak = most;
    for (let index = 0; index < under.count; index += 1) peak = Math.min(peak, under.lies(index, this.#riseMost));
    const highest = this.lowestUnder(Math.max(peak, least));
    if (best > highest) return highest;
    let valley = least;
    for (let index = 0; index < over.count; index += 1) valley = Math.max(valley, over.lies(index, this.#riseLeast));
    return Math.max(best, this.highestOver(Math.min(valley, most)));
  }

  /** Finds the middle, where the far level lies at its best. */
  private middle(best: number, least: number, most: number): void {
    const under = this.#under;
    const over = this.#over;
    let to = best - this.#riseLeast;
    let rightHeldBy = -1;
    for (let index = 0; index < under.count; index += 1) {
      const at = under.comesTo(index, best);
      // Of several that hold it there the steepest goes on, which comes first.
      if (at < to - SHORT || (rightHeldBy < 0 && at < to)) [to, rightHeldBy] = [at, index];
    }
    let from = best - this.#riseMost;
    let leftHeldBy = -1;
    for (let index = 0; index < over.count; index += 1) {
      const at = over.comesTo(index, best);
      if (at > from + SHORT || (leftHeldBy < 0 && at > from)) [from, leftHeldBy] = [at, index];
    }
    this.#middleFrom = Math.max(from, least);
    this.#middleTo = Math.min(to, most);
    this.#leftHeldBy = leftHeldBy;
    this.#rightHeldBy = rightHeldBy;
  }

  /** The far level rises with the near one. */
  private shiftedRight(piece: number, last: number, from: number, most: number): void {
    const { x, steep } = this.#all;
    let at = from;
    for (let index = piece; at < most; index += 1) {
      this.#right.add(at, steep[index] as number);
      at = index >= last ? most : (x[index + 1] as number) - this.#riseLeast;
    }
  }

  private shiftedLeft(piece: number, first: number, from: number, least: number): void {
    const { x, steep } = this.#all;
    let at = from;
    for (let index = piece; at > least; index -= 1) {
      this.#left.add(at, steep[index] as number);
      at = index <= first ? least : (x[index] as number) - this.#riseMost;
    }
  }

  /** The near level rises, and the far one goes down under the lines, from one to the next steeper. */
  private downUnder(piece: number, first: number, line: number, from: number, most: number): void {
    const { x, steep } = this.#all;
    const under = this.#under;
    let at = from;
    let index = piece;
    let held = line;
    while (at < most) {
      this.#right.add(at, (steep[index] as number) * (under.steep[held] as number));
      const bends = held > 0 ? under.meet(held, held - 1) : Infinity;
      const turns = index > first ? under.comesTo(held, x[index] as number) : Infinity;
      if (bends <= turns) held -= 1;
      else index -= 1;
      at = Math.max(at, Math.min(bends, turns));
    }
  }

  /** The near level goes down, and the far one up over the lines. */
  private upOver(piece: number, last: number, line: number, from: number, least: number): void {
    const { x, steep } = this.#all;
    const over = this.#over;
    let at = from;
    let index = piece;
    let held = line;
    while (at > least) {
      this.#left.add(at, (steep[index] as number) * (over.steep[held] as number));
      const bends = held > 0 ? over.meet(held, held - 1) : -Infinity;
      const turns = index < last ? over.comesTo(held, x[index + 1] as number) : -Infinity;
      if (bends >= turns) held -= 1;
      else index += 1;
      at = Math.min(at, Math.max(bends, turns));
    }
  }

  /** The left, turned round, the middle and the right as one; what is shorter than can be told is left out. */
  private write(from: number, to: number, least: number, most: number): void {
    const left = this.#left;
    const right = this.#right;
    const into = this.#message;
    into.count = 0;
    // Written from the middle: a piece goes from the next turn to its own.
    for (let index = left.count - 1; index >= 0; index -= 1)
      into.put(index === left.count - 1 ? least : (left.x[index + 1] as number), left.steep[index] as number);
    if (to > from || into.count === 0) into.put(left.count === 0 ? least : from, 0);
    for (let index = 0; index < right.count; index += 1)
      into.put(right.x[index] as number, right.steep[index] as number);
    into.add(most, 0);
  }

  /** Adds the message to the function of a level. */
  private addTo(level: number): boolean {
    const all = this.#all;
    const message = this.#message;
    let index = this.#start[level] as number;
    const last = (this.#end[level] as number) - 2;
    let beside = 0;
    const end = message.count - 2;
    let from = Math.max(all.x[index] as number, message.x[0] as number);
    let to = Math.min(all.x[last + 1] as number, message.x[end + 1] as number);
    if (from > to) {
      if (from - to > SLACK) return false;
      from = to = (from + to) / 2;
    }
    const start = all.count;
    for (let at = from; ;) {
      while (index < last && (all.x[index + 1] as number) <= at + SHORT) index += 1;
      while (beside < end && (message.x[beside + 1] as number) <= at + SHORT) beside += 1;
      all.add(at, (all.steep[index] as number) + (message.steep[beside] as number));
      const next = Math.min(
        index < last ? (all.x[index + 1] as number) : Infinity,
        beside < end ? (message.x[beside + 1] as number) : Infinity,
      );
      if (next >= to - SHORT) break;
      at = next;
    }
    all.add(to, 0);
    this.#start[level] = start;
    this.#end[level] = all.count;
    return true;
  }
}
