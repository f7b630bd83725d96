import {
  evaluate,
  followInvert,
  lineRoute,
  print,
  printDeep,
  resolution,
  unitSize,
  routeOut,
  waysToMove,
} from '@alveus/core';
import type { Evaluation, Place, System, Route } from '@alveus/core';
import type * as dig from '@alveus/core/optimize';
import type { Edit } from '@alveus/plan';
import type { ReactNode } from 'react';
import { memo, useCallback, useEffect, useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useStore } from 'react-redux';
import type { Handle, HandleHand, Said, SectionFrame, Source, Standing } from '../../drawing/section';
import {
  handlesOf,
  InvertHandles,
  LongSection,
  sectionFrame,
  SectionSurface,
  StationLine,
} from '../../drawing/section';
import type { RootState, Store } from '../../store';
import { draftSet, sheetOpened, stationMoved, useAppSelector } from '../../store';
import {
  selectAtRest,
  selectCommitted,
  selectFindings,
  selectLine,
  selectLive,
  selectPlace,
  selectRested,
  selectRoute,
} from '../../store/results';
import type { Actions } from '../../sync/actions';
import { useActions } from '../../sync/SyncProvider';
import { useTones } from '../../theme/ThemeProvider';
import { useDrawingWidth } from '../../ui';

interface SectionViewProps {
  height: number;
  /** Whether inverts can be dragged here. */
  handles: boolean;
  /** Fetches what keeps all that is free at its least dig, for when that is asked for. */
  least?: () => Promise<Least>;
  /** What is drawn over it besides. */
  over?: (frame: SectionFrame) => ReactNode;
}

/** The long section of the chosen line, or of its route out, with its station line and, where they are wanted, handles on its inverts. */
export const SectionView = memo(function SectionView({ height, handles, least, over }: SectionViewProps) {
  const tones = useTones();
  const [width, onLayout] = useDrawingWidth();
  const frame = useFrame(width, height);
  return (
    <View style={[styles.box, { height, backgroundColor: tones.sky, borderColor: tones.line }]} onLayout={onLayout}>
      {frame ? (
        <>
          <Surface frame={frame}>
            <Picture frame={frame} handles={handles} />
            {over?.(frame)}
            <Station frame={frame} />
          </Surface>
          {handles ? <Handles frame={frame} load={least} /> : null}
        </>
      ) : null}
    </View>
  );
});

/** Where things lie on the drawing. It stays as it is while something is dragged: a scale that moves under a finger cannot be aimed on. */
function useFrame(width: number, height: number): SectionFrame | undefined {
  const evaluation = useAppSelector(selectCommitted);
  const route = useRoute(evaluation);
  return useMemo(
    () => (route && width > 0 ? sectionFrame(evaluation, route, width, height) : undefined),
    [evaluation, route, width, height],
  );
}

/** What the section goes along, as it is in an evaluation of the plan. */
export function useRoute(evaluation: Evaluation): Route | undefined {
  const chosen = useAppSelector((state) => selectLine(state)?.id);
  const out = useAppSelector((state) => state.view.shows === 'route');
  return useMemo(() => {
    const line = evaluation.lines.get(chosen ?? '');
    return line && (out ? routeOut(evaluation, line) : lineRoute(line));
  }, [evaluation, chosen, out]);
}

/** The station line moves over it; what is drawn under it is none of its business. */
const Surface = memo(function Surface({ frame, children }: { frame: SectionFrame; children: ReactNode }) {
  const store = useStore() as Store;
  const order = useAppSelector((state) => selectRoute(state)?.order);
  const system = useAppSelector((state) => state.settings.system);
  const nodes = useMemo(() => (order ? [...order.starts, order.length] : []), [order]);
  const move = useCallback((distance: number) => void store.dispatch(stationMoved(distance)), [store]);
  const follow = useFollowed(said, true);
  if (!order) return null;
  return (
    <SectionSurface
      // Said anew in other units.
      key={system}
      length={order.length}
      nodes={nodes}
      step={unitSize('distance', system)}
      along={frame.x.from}
      onStation={move}
      follow={follow}
    >
      {children}
    </SectionSurface>
  );
});

/**
 * Tells of the station at once, and whenever it has moved: what follows it need not be drawn anew.
 * @param atRest not while something is dragged
 */
function useFollowed<T>(tell: (state: RootState) => T, atRest = false): (hear: (value: T) => void) => () => void {
  const store = useStore() as Store;
  return useCallback(
    (hear) => {
      let heard: Place | undefined | null = null;
      const look = (): void => {
        const { draft, rested } = store.getState().job;
        if (atRest && draft.length > 0 && draft !== rested) return;
        const place = selectPlace(store.getState());
        if (place === heard) return;
        heard = place;
        hear(tell(store.getState()));
      };
      look();
      return store.subscribe(look);
    },
    [store, tell, atRest],
  );
}

const said = (state: RootState): Said => ({
  station: stationOf(state),
  words: stationWords(selectPlace(state), state.settings.system),
});

function standing(state: RootState): Standing | undefined {
  const place = selectPlace(state);
  if (!place) return undefined;
  const { ground, bottom, depth } = place.station;
  const { system } = state.settings;
  return {
    distance: stationOf(state),
    ground,
    bottom,
    depth: depth === undefined ? undefined : printDeep(depth, system),
    chainage: print(place.chainage, 'chainage', system),
  };
}

/** Distance along the line of the station, held within it. */
function stationOf(state: RootState): number {
  return Math.min(selectRoute(state)?.order.length ?? 0, Math.max(0, state.view.station));
}

function stationWords(place: Place | undefined, system: System): string {
  if (!place) return 'no line yet';
  const { depth, invert } = place.station;
  const said = (name: string, value: number | undefined): string =>
    value === undefined ? '' : `, ${name} ${print(value, 'elevation', system)}`;
  return `${print(place.chainage, 'chainage', system)}${said('invert', invert)}${said('depth', depth)}`;
}

const Picture = memo(function Picture({ frame, handles }: { frame: SectionFrame; handles: boolean }) {
  const store = useStore() as Store;
  const evaluation = useAppSelector(selectRested);
  const route = useRoute(evaluation);
  const findings = useAppSelector(selectFindings);
  const rest = useAppSelector(selectAtRest);
  const system = useAppSelector((state) => state.settings.system);
  const source = useMemo(
    (): Source => ({
      now: () => {
        const state = store.getState();
        const now = selectRoute(state);
        return now && { evaluation: selectLive(state), line: now };
      },
      follow: store.subscribe,
    }),
    [store],
  );
  if (!route) return null;
  return (
    <LongSection
      evaluation={evaluation}
      route={route}
      findings={findings}
      rest={rest}
      source={source}
      frame={frame}
      system={system}
      handles={handles}
    />
  );
});

function Station({ frame }: { frame: SectionFrame }) {
  const system = useAppSelector((state) => state.settings.system);
  return <StationLine key={system} frame={frame} follow={useFollowed(standing)} />;
}

/** What is taken hold of follows where the finger last rested; the knobs in the picture follow the finger. */
function Handles({ frame, load }: { frame: SectionFrame; load: (() => Promise<Least>) | undefined }) {
  const store = useStore() as Store;
  const actions = useActions();
  const evaluation = useAppSelector(selectRested);
  const route = useRoute(evaluation);
  const handles = useMemo(() => (route ? handlesOf(route, evaluation) : []), [evaluation, route]);
  const system = useAppSelector((state) => state.settings.system);
  const fraction = useAppSelector((state) => state.settings.fraction);
  const least = useLeast(load);
  const hand = useMemo(
    () => handOn(store, actions, resolution('elevation', system, fraction), system, fraction, least),
    [store, actions, system, fraction, least],
  );
  return <InvertHandles handles={handles} frame={frame} hand={hand} />;
}

/** What is only watched for is kept to as well. */
const KEPT = { watch: true };

type Least = Pick<typeof dig, 'followLeast' | 'settleLeast'>;

/** What keeps all that is free at its least dig, where that is asked for; it is fetched then. */
function useLeast(load: (() => Promise<Least>) | undefined): Least | undefined {
  const follow = useAppSelector((state) => state.settings.follow);
  const [least, setLeast] = useState<Least>();
  useEffect(() => {
    if (follow) load?.().then(setLeast, () => undefined);
  }, [follow, load]);
  return follow ? least : undefined;
}

/** What becomes of an invert that is dragged or nudged. @param step what crews can set, m */
function handOn(
  store: Store,
  { edit }: Actions,
  step: number,
  system: System,
  fraction: 8 | 16,
  least: Least | undefined,
): HandleHand {
  /** As the plan was when the drag began: what could give way is judged against that. */
  let from: Evaluation | undefined;
  let follow: ((to: number) => readonly Edit[]) | undefined;
  let following: dig.Following | undefined;
  let to = 0;
  const snap = (elevation: number): number => Math.round(elevation / step) * step;
  const ways = (evaluation: Evaluation, { run, end }: Handle, elevation: number) =>
    waysToMove(evaluation.plan, evaluation.grade, run, end, elevation);
  const letGo = (): void => void store.dispatch(draftSet([]));
  return {
    onTake: ({ run, end, elevation }) => {
      from = selectCommitted(store.getState());
      following = least?.followLeast(from, { run, end }, KEPT);
      follow = following?.to ?? followInvert(from.plan, from.grade, run, end);
      to = snap(elevation);
    },
    onMove: (_handle, elevation) => {
      const next = snap(elevation);
      if (next === to || !follow) return;
      to = next;
      const edits = follow(to);
      if (edits.length > 0) store.dispatch(draftSet(edits));
    },
    onDrop: (handle) => {
      const was = from?.runs.get(handle.run)?.grade[handle.end];
      if (!from || was === undefined || Math.abs(to - was) < step / 2) return letGo();
      if (following && least) {
        // Where the limits hold it there is nothing to ask: it stays where it came.
        const { reached = was } = following;
        const settled = least.settleLeast(from, handle, reached, { ...KEPT, system }, (plan) => evaluate(plan, from));
        if (settled && Math.abs(reached - was) >= step / 2) edit(settled);
        else letGo();
        return;
      }
      const [first, ...others] = ways(from, handle, to);
      if (!first) return letGo();
      if (!handle.fixed && others.length === 0) edit(first.edits);
      // What somebody fixed gives way only when they say so.
      else store.dispatch(sheetOpened({ sheet: 'gives', run: handle.run, end: handle.end, to }));
    },
    onLetGo: letGo,
    onNudge: (handle, steps) => {
      const now = selectCommitted(store.getState());
      const next = snap(handle.elevation) + steps * step;
      const settled = least?.settleLeast(now, handle, next, { ...KEPT, system }, (plan) => evaluate(plan, now));
      const edits = settled ?? ways(now, handle, next)[0]?.edits;
      if (edits) edit(edits);
    },
    onStation: (distance) => {
      const length = selectRoute(store.getState())?.order.length ?? 0;
      store.dispatch(stationMoved(Math.min(length, Math.max(0, distance))));
    },
    say: (elevation) => print(elevation, 'elevation', system, { fraction }),
  };
}

const styles = StyleSheet.create({
  box: { borderBottomWidth: 1, position: 'relative', overflow: 'hidden' },
});
