import type { BindingLimit } from '@alveus/core/optimize';
import { distanceOf, print, say } from '@alveus/core';
import type { Uuid } from '@alveus/plan';
import { useCallback } from 'react';
import { useStore } from 'react-redux';
import type { Store } from '../../store';
import { wentTo } from '../../store';
import { selectCommitted } from '../../store/results';
import { useUnits } from '../../ui/measured';

/** Limits in words of the reader's units, and going where they are. */

/** Of many places, so many are told. */
const MOST = 2;

/** As in "12 in of cover at 1+32": with the run where it is another than the one that is asked about. */
export function useLimitWords(): (stated: BindingLimit, own?: Uuid) => string {
  const store = useStore() as Store;
  const { system, fraction } = useUnits();
  return useCallback(
    (stated, own) => {
      const { lines, plan } = selectCommitted(store.getState());
      const stations = stated.at.flatMap(({ run, at }) => {
        const line = lines.get(plan.run[run]?.line ?? '');
        const along = line && distanceOf(line, run, at);
        return line && along !== undefined ? print(line.line.startChainage + along, 'chainage', system) : [];
      });
      const places = [...new Set(stations)];
      const more = places.length > MOST ? ` and ${places.length - MOST} more` : '';
      const where = places.length > 0 ? ` at ${places.slice(0, MOST).join(', ')}${more}` : '';
      const named = 'rule' in stated.from && stated.run !== undefined && stated.run !== own && !stated.crossing;
      const whose = named ? ` of ${plan.run[stated.run ?? '']?.name ?? 'a run'}` : '';
      return `${say(stated.words, system, { fraction })}${where}${whose}`;
    },
    [store, system, fraction],
  );
}

/** Goes to a place along a run: its line is chosen, and the station line stands there. */
export function useGo(): (run: Uuid, at?: number) => void {
  const store = useStore() as Store;
  return useCallback(
    (run, at) => {
      const { lines, plan, runs } = selectCommitted(store.getState());
      const line = lines.get(plan.run[run]?.line ?? '');
      const along = line && distanceOf(line, run, at ?? (runs.get(run)?.length ?? 0) / 2);
      if (!line || along === undefined) return;
      store.dispatch(wentTo({ line: line.id, along }));
    },
    [store],
  );
}

/** Where a tap on a limit goes: to its first place, else to what it is of. */
export function placeOf(
  stated: BindingLimit,
  lowerRunAt: (node: Uuid) => Uuid | undefined,
): { run: Uuid; at?: number } | undefined {
  const [first] = stated.at;
  if (first) return first;
  const run = stated.run ?? (stated.node === undefined ? undefined : lowerRunAt(stated.node));
  return run === undefined ? undefined : { run };
}
