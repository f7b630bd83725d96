import type { FromA, Run, Uuid } from '@alveus/plan';

/**
 * Where runs lie on the ground, kept by the test itself: the runs of the plan as it was first are tracks, and each run
 * of the plan as it is now lies along stretches of them. What the plan tells of its past is not looked at.
 */
interface Stretch {
  readonly track: Uuid;
  readonly from: number;
  readonly to: number;
  readonly run: Uuid;
  /** Where on the run, from its end a, the stretch begins and ends: backwards where it runs against it. */
  readonly at: number;
  readonly end: number;
}

export class Tracks {
  constructor(private readonly stretches: readonly Stretch[]) {}

  static of(runs: Iterable<readonly [id: Uuid, length: number]>): Tracks {
    return new Tracks([...runs].map(([run, to]) => ({ track: run, from: 0, to, run, at: 0, end: to })));
  }

  /** A run cut in two at a distance from its end a. */
  split(run: Uuid, cut: number, a: Uuid, b: Uuid): Tracks {
    return new Tracks(
      this.stretches.flatMap((stretch) => {
        if (stretch.run !== run) return [stretch];
        const { at, end } = stretch;
        if (Math.max(at, end) <= cut) return [{ ...stretch, run: a }];
        if (Math.min(at, end) >= cut) return [{ ...stretch, run: b, at: at - cut, end: end - cut }];
        const middle = stretch.from + Math.abs(cut - at);
        const first = {
          ...stretch,
          to: middle,
          run: at < cut ? a : b,
          at: at < cut ? at : at - cut,
          end: at < cut ? cut : 0,
        };
        const second = {
          ...stretch,
          from: middle,
          run: at < cut ? b : a,
          at: at < cut ? 0 : cut,
          end: at < cut ? end - cut : end,
        };
        return [first, second];
      }),
    );
  }

  /** Two runs that met at a node, joined: which of them holds end a of the new one is seen by its node. */
  join(a: Run, b: Run, lengths: ReadonlyMap<Uuid, number>, node: Uuid, made: Run): Tracks {
    const far = (run: Run): Uuid => (run.a === node ? run.b : run.a);
    const first = far(a) === made.a ? a : b;
    const long = lengths.get(first.id) ?? 0;
    const place = (run: Run, at: number): number => {
      const fromNode = run.a === node ? at : (lengths.get(run.id) ?? 0) - at;
      return run === first ? long - fromNode : long + fromNode;
    };
    return new Tracks(
      this.stretches.map((stretch) => {
        const run = [a, b].find(({ id }) => id === stretch.run);
        return run ? { ...stretch, run: made.id, at: place(run, stretch.at), end: place(run, stretch.end) } : stretch;
      }),
    );
  }

  /** The run that lies at a place on a track now. */
  place(track: Uuid, along: number): { readonly run: Uuid; readonly at: FromA } | undefined {
    const on = this.stretches.find(
      (stretch) => stretch.track === track && along >= stretch.from && along <= stretch.to,
    );
    return on && { run: on.run, at: on.at + Math.sign(on.end - on.at) * (along - on.from) };
  }

  /** The place on a track at which something lies that is told of a run. */
  track(run: Uuid, at: FromA): { readonly track: Uuid; readonly along: number } | undefined {
    const near = 1e-7;
    const on = this.stretches.find(
      (stretch) =>
        stretch.run === run &&
        at >= Math.min(stretch.at, stretch.end) - near &&
        at <= Math.max(stretch.at, stretch.end) + near,
    );
    return on && { track: on.track, along: on.from + Math.abs(at - on.at) };
  }
}
