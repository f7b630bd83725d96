import type { ComponentType, ReactNode } from 'react';
import { memo, useCallback, useEffect, useState } from 'react';

/** A part of the screen that is loaded when it is first shown, or before. */
export type Later<Props> = ComponentType<Props> & {
  /** Loads it ahead of being shown. */
  readonly load: () => Promise<void>;
};

/** What is shown instead of a part that could not be loaded is given what the part was, and how to ask for it again. */
export type InsteadOf<Props> = ComponentType<Props & { readonly onAgain: () => void }>;

/**
 * A part that comes when it is first shown. React's own `lazy` holds a part back until its placeholder has stood for
 * 300 ms; here it is shown as soon as it is there, and at once if it was loaded before.
 *
 * @param waiting what stands until then
 * @param Instead what stands where it cannot be loaded, such as without signal: nothing around it stops
 */
export function later<Props extends object>(
  load: () => Promise<ComponentType<Props>>,
  waiting: ReactNode,
  Instead: InsteadOf<Props>,
): Later<Props> {
  let part: ComponentType<Props> | undefined;
  let loading: Promise<void> | undefined;
  const ready = (): Promise<void> =>
    (loading ??= load().then(
      (loaded) => {
        part = loaded;
      },
      (error: unknown) => {
        // Asked for again the next time: the signal may be back.
        loading = undefined;
        throw error;
      },
    ));
  function Part(props: Props) {
    const [stands, setStands] = useState<'waiting' | 'here' | 'missing'>(part === undefined ? 'waiting' : 'here');
    useEffect(() => {
      if (stands !== 'waiting') return;
      ready().then(
        () => setStands('here'),
        () => setStands('missing'),
      );
    }, [stands]);
    const again = useCallback(() => setStands('waiting'), []);
    useEffect(() => {
      if (stands !== 'missing') return undefined;
      window.addEventListener('online', again);
      return () => window.removeEventListener('online', again);
    }, [stands, again]);
    if (stands === 'missing') return <Instead {...props} onAgain={again} />;
    const Loaded = part;
    return Loaded ? <Loaded {...props} /> : waiting;
  }
  return Object.assign(memo(Part) as unknown as ComponentType<Props>, { load: ready });
}

/**
 * Loads what a view shows at once, before that is shown: what comes into it afterwards moves the rest under the finger.
 * One that cannot be loaded says so at its place.
 */
export const loaded = (...parts: readonly Pick<Later<object>, 'load'>[]): Promise<unknown> =>
  Promise.allSettled(parts.map((part) => part.load()));
