import type { Replica } from './replica';

/** The replica was closed: nothing is read from it or written to it any more. */
export class Left extends Error {}

/**
 * A replica that throws once it is closed. An exchange that comes back from the server after the job was closed, or
 * opened again, would find another state than the one it began with: it ends instead.
 */
export function attended<D extends Replica>(replica: D): D {
  const here = <Args extends readonly unknown[], Answer>(work: (...given: Args) => Answer) => {
    return (...given: Args): Answer => {
      if (!replica.live()) throw new Left();
      return work(...given);
    };
  };
  return {
    ...replica,
    state: here(replica.state),
    keep: here(replica.keep),
    madeKnown: here(replica.madeKnown),
    named: here(replica.named),
    tried: here(replica.tried),
    heard: here(replica.heard),
    taken: here(replica.taken),
    rebased: here(replica.rebased),
    undecided: here(replica.undecided),
    reject: here(replica.reject),
  };
}
