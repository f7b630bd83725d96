/** Bends for a turn in plan, as far as joints do not turn by themselves. */

/** So little pipe and ring give without anybody's doing, degrees: common practice. */
const SLACK = 1;
/** More bends on end than that nobody lays. */
const MOST = 2;

/** Bends that are made for pipe, degrees: common practice. */
export const BENDS = [90, 45, 22.5, 11.25] as const;

export interface Turn {
  /** Bends, the largest first. */
  readonly bends: readonly number[];
  /** What joints have to give besides, degrees: at most what they may. */
  readonly joints: number;
  /** What neither gives, degrees: it is measured in the trench. */
  readonly over: number;
}

/**
 * The fewest bends that make a turn together with the joints at their ends.
 * @param degrees of the turn, 0 to 180 @param each that one joint may turn, degrees
 */
export function bendsFor(degrees: number, each: number): Turn {
  // Two joints meet where there is no bend between them; each bend brings one more.
  let best: Turn | undefined;
  const wrong = ({ over }: Turn): number => (over <= SLACK ? 0 : over);
  const better = (turn: Turn): boolean =>
    !best || wrong(turn) < wrong(best) || (wrong(turn) === wrong(best) && turn.bends.length < best.bends.length);
  const go = (from: number, bends: readonly number[], sum: number): void => {
    const miss = Math.abs(degrees - sum);
    const give = each * (bends.length + 1);
    const turn = { bends, joints: Math.min(miss, give), over: Math.max(0, miss - give) };
    if (better(turn)) best = turn;
    if (bends.length === MOST) return;
    for (let index = from; index < BENDS.length; index += 1) {
      const bend = BENDS[index] as number;
      go(index, [...bends, bend], sum + bend);
    }
  };
  go(0, [], 0);
  return best ?? { bends: [], joints: 0, over: degrees };
}
