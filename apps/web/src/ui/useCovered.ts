import { useEffect, useId, useSyncExternalStore } from 'react';

/** Sheets that are open, the topmost last. */
let open: readonly string[] = [];
const hearers = new Set<() => void>();

function set(next: readonly string[]): void {
  open = next;
  for (const hear of hearers) hear();
}

const follow = (hear: () => void): (() => void) => {
  hearers.add(hear);
  return () => hearers.delete(hear);
};

/** Whether another sheet lies over the one that asks: then it is none that anybody is in, and is said to nobody. */
export function useCovered(): boolean {
  const id = useId();
  useEffect(() => {
    set([...open, id]);
    return () => set(open.filter((cover) => cover !== id));
  }, [id]);
  return useSyncExternalStore(follow, () => open.includes(id) && open[open.length - 1] !== id);
}
