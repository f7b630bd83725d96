import type { Room, BindingLimit } from '@alveus/core/optimize';
import { roomFor } from '@alveus/core/optimize';
import type { Evaluation, Route } from '@alveus/core';
import type { Uuid } from '@alveus/plan';
import type { ReactNode } from 'react';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { SectionFrame } from '../../drawing/section';
import { Band } from '../../drawing/section/Over';
import { panelOpened, useAppDispatch, useAppSelector } from '../../store';
import { selectCommitted, selectPlace } from '../../store/results';
import { useTones } from '../../theme/ThemeProvider';
import { Choice, Heading, IconButton, MeasureField, usePrint, Words } from '../../ui/measured';
import { LineBar } from '../parts/LineBar';
import { SectionView, useRoute } from '../parts/SectionView';
import { StageLayout } from '../parts/StageLayout';
import { TrenchView } from '../parts/TrenchView';
import { Keepings } from './Keepings';
import { Limits } from './Limits';

/**
 * How high and how low each run may be laid before a limit breaks, as a band about the pipe.
 * @param figures of the station
 */
export function RoomStage({ figures }: { figures: ReactNode }) {
  const dispatch = useAppDispatch();
  const [below, setBelow] = useState<'free' | 'laid'>('free');
  const rooms = useRooms(below === 'laid');
  const drawings = useMemo(
    () =>
      [
        {
          above: 276,
          draw: (height: number) => (
            <SectionView height={height} handles={false} over={(frame) => <Bands frame={frame} rooms={rooms} />} />
          ),
        },
        { above: 0, draw: (height: number) => <TrenchView height={height} /> },
      ] as const,
    [rooms],
  );
  return (
    <StageLayout
      stage="grade"
      drawings={drawings}
      numbers={
        <>
          <Heading action={<IconButton name="close" label="Close" onPress={() => dispatch(panelOpened(null))} />}>
            How far off can it be
          </Heading>
          <LineBar />
          {figures}
          <Here rooms={rooms} />
          <View style={styles.body}>
            <Choice label="Runs below it" options={BELOW} value={below} onChange={setBelow} />
            <Words size="small" tone="muted">
              The invert may be anywhere in the band. Everything unlocked elsewhere is recomputed; locked figures stay,
              except on this run. Rules the plan breaks already are ignored here; see the findings.
            </Words>
            <Keepings />
          </View>
        </>
      }
    />
  );
}

const BELOW = [
  { value: 'free', label: 'May still change' },
  { value: 'laid', label: 'Laid as planned' },
] as const;

type Rooms = ReadonlyMap<Uuid, Room>;

/** The room of each run that the section goes along. */
function useRooms(belowLaid: boolean): Rooms {
  const evaluation = useAppSelector(selectCommitted);
  const route = useRoute(evaluation);
  return useMemo(() => {
    const rooms = new Map<Uuid, Room>();
    for (const { id } of route?.order.runs ?? []) {
      const room = roomFor(evaluation, id, { watch: false, belowLaid });
      if (room) rooms.set(id, room);
    }
    return rooms;
  }, [evaluation, route, belowLaid]);
}

/** A level that no page shows, m: a band without a limit goes on to there. */
const PAST_THE_PAGE = 20_000;

/** Between these the edge of a band is straight, or near it. */
const PARTS = 16;

function bandsOf({ runs }: Evaluation, { order }: Route, rooms: Rooms) {
  return order.runs.flatMap(({ id }, index) => {
    const [room, run, start] = [rooms.get(id), runs.get(id), order.starts[index] ?? 0];
    if (!room || !run) return [];
    const places = Array.from({ length: PARTS + 1 }, (_, part) => (run.length * part) / PARTS);
    const at = places.map((place) => ({ at: start + place, ...room.at(place) }));
    return [
      {
        lowest: at.map(({ at: along, lowest }) => ({ at: along, level: Math.max(lowest, -PAST_THE_PAGE) })),
        highest: at.map(({ at: along, highest }) => ({ at: along, level: Math.min(highest, PAST_THE_PAGE) })),
      },
    ];
  });
}

function Bands({ frame, rooms }: { frame: SectionFrame; rooms: Rooms }) {
  const evaluation = useAppSelector(selectCommitted);
  const route = useRoute(evaluation);
  const bands = useMemo(() => (route ? bandsOf(evaluation, route, rooms) : []), [evaluation, route, rooms]);
  return <Band frame={frame} bands={bands} />;
}

/** The room at the station line, what breaks next, and what is left where it was laid. */
function Here({ rooms }: { rooms: Rooms }) {
  const place = useAppSelector(selectPlace);
  const [laid, setLaid] = useState<number>();
  const run = place?.run.id;
  const room = run === undefined ? undefined : rooms.get(run);
  const at = place?.station.at;
  const invert = place?.station.invert;
  const found = useMemo(() => (room && at !== undefined ? { ...room.at(at), by: room.by(at) } : undefined), [room, at]);
  if (!found || invert === undefined || run === undefined)
    return (
      <View style={styles.body}>
        <Words tone="muted">This run has no grade or no ground yet.</Words>
      </View>
    );
  return (
    <>
      <Way way="higher" by={found.highest - invert} limits={found.by.highest} run={run} />
      <Way way="lower" by={invert - found.lowest} limits={found.by.lowest} run={run} />
      <View style={styles.body}>
        <MeasureField
          label="Invert as laid here"
          quantity="elevation"
          value={laid}
          onChange={setLaid}
          optional
          hint="The room left is shown below"
        />
        {laid === undefined ? null : (
          <Judged laid={laid} invert={invert} highest={found.highest} lowest={found.lowest} />
        )}
      </View>
    </>
  );
}

function Way({
  way,
  by,
  limits,
  run,
}: {
  way: 'higher' | 'lower';
  by: number;
  limits: readonly BindingLimit[];
  run: Uuid;
}) {
  const tones = useTones();
  const print = usePrint();
  return (
    <View style={[styles.way, { borderColor: tones.line }]}>
      <Words>
        <Words strong size="large" tone={by < 0.003 ? 'fix' : 'settled'}>
          {by === Infinity ? 'No limit' : print(Math.max(0, by), 'distance')}
        </Words>
        {by === Infinity
          ? ` ${way}: nothing in the plan stops it`
          : by < 1e-6
            ? ` ${way}: none. Held by`
            : ` ${way}, until it reaches`}
      </Words>
      {by === Infinity ? null : limits.length === 0 ? (
        <Words tone="muted">no limit found</Words>
      ) : (
        <Limits label={`What it reaches ${way}`} limits={limits.slice(0, 4)} own={run} />
      )}
    </View>
  );
}

/** What tolerance alone cannot say: how much is left of the room. */
function Judged({ laid, invert, highest, lowest }: { laid: number; invert: number; highest: number; lowest: number }) {
  const print = usePrint();
  const off = laid - invert;
  const left = off >= 0 ? highest - laid : laid - lowest;
  const how =
    Math.abs(off) < 5e-7 ? 'Laid as planned' : `${print(Math.abs(off), 'distance')} ${off > 0 ? 'high' : 'low'}`;
  if (left === Infinity) return <Words strong tone="settled">{`${how}: no limit that way.`}</Words>;
  return left >= -1e-6 ? (
    <Words strong tone="settled">{`${how}: ${print(Math.max(0, left), 'distance')} left before a limit breaks.`}</Words>
  ) : (
    <Words strong tone="stop">{`${how}: ${print(-left, 'distance')} past a limit.`}</Words>
  );
}

const styles = StyleSheet.create({
  body: { padding: 12, gap: 10 },
  way: { paddingHorizontal: 12, paddingTop: 10, borderBottomWidth: 1 },
});
