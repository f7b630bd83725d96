import type { ComponentType, ReactNode } from 'react';
import { memo, useEffect, useState } from 'react';

/** A part of the screen that is loaded when it is first shown, or before. */
export type Later<Props> = ComponentType<Props> & {
  /** Loads it ahead of being shown. */
  readonly load: () => Promise<void>;
};

/**
 * A part that comes when it is first shown. React's own `lazy` holds a part back until its placeholder has stood for
 * 300 ms; here it is shown as soon as it is there, and at once if it was loaded before.
 *
 * @param waiting what stands until then
 */
export function later<Props extends object>(
  load: () => Promise<ComponentType<Props>>,
  waiting: ReactNode = null,
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
    const [here, setHere] = useState(part !== undefined);
    useEffect(() => {
      if (here) return;
      ready().then(
        () => setHere(true),
        (error: unknown) =>
          setHere(() => {
            throw error;
          }),
      );
    }, [here]);
    const Loaded = part;
    return Loaded ? <Loaded {...props} /> : waiting;
  }
  return Object.assign(memo(Part) as unknown as ComponentType<Props>, { load: ready });
}
