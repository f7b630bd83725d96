import type { Replica } from './replica';

/** The desk was left: nothing is read from it or put on it any more. */
export class Left extends Error {}

/**
 * The desk while somebody works at it. An exchange that comes back from the server after the job was closed, or opened
 * anew, finds other papers there than those it began with: it ends instead.
 */
export function attended<D extends Replica>(desk: D): D {
  const here = <Args extends readonly unknown[], Answer>(work: (...given: Args) => Answer) => {
    return (...given: Args): Answer => {
      if (!desk.live()) throw new Left();
      return work(...given);
    };
  };
  return {
    ...desk,
    papers: here(desk.papers),
    keep: here(desk.keep),
    madeKnown: here(desk.madeKnown),
    named: here(desk.named),
    tried: here(desk.tried),
    heard: here(desk.heard),
    taken: here(desk.taken),
    rebased: here(desk.rebased),
    undecided: here(desk.undecided),
    putAside: here(desk.putAside),
  };
}
