import { placeOn, lineRoute, print as printIn, SYSTEMS } from '@alveus/core';
import type { Mark, SheetPlace } from '@alveus/core/setout';
import { MARKS, nearestPlace } from '@alveus/core/setout';
import { AlongRun } from '@alveus/plan';
import { activateKeepAwakeAsync, deactivateKeepAwake } from 'expo-keep-awake';
import { speak, stop } from 'expo-speech';
import { memo, useCallback, useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { digChanged, stationMoved, useAppDispatch, useAppSelector } from '../../store';
import { selectLine } from '../../store/results';
import { useTones } from '../../theme/ThemeProvider';
import { useSteady } from '../../ui/useSteady';
import { Button, Choice, MeasureField, Sheet, Tap, usePrint, useUnits, useWide, Words } from '../../ui/measured';
import { WayBand, wayWords } from './InTheWay';
import { Trusted } from './Standing';
import type { Reading } from './readings';
import { readingAt, unseenWords } from './readings';
import { useDig } from './useDig';
import { useReceiver } from './useReceiver';
import { MARK_WORDS, STANDS_ON } from './words';
import { truthOf } from './world';

/** One station that fills the screen: for gloves, sun and mud. */
export function TrenchMode({ onClose }: { onClose: () => void }) {
  const dispatch = useAppDispatch();
  const dig = useDig();
  const { places, evaluation } = dig;
  const shape = useAppSelector(selectLine);
  const station = useAppSelector((state) => state.view.station);
  const [at, setAt] = useState<number | SheetPlace>(() => nearestPlace(places, station) ?? 0);
  useAwake();
  const line = evaluation.lines.get(shape?.id ?? '');
  const place = typeof at === 'number' ? places[Math.min(at, places.length - 1)] : at;
  const step = useCallback((by: 1 | -1): void => setAt((from) => stepFrom(places, from, by)), [places]);
  const goTo = useCallback(
    (along: number): void => {
      const there = line && placeOn(evaluation, lineRoute(line), along);
      if (there) setAt({ run: there.run.id, at: there.station.at, along: there.along, node: undefined });
    },
    [evaluation, line],
  );
  const close = (): void => {
    if (place) dispatch(stationMoved(place.along));
    stop().catch(() => undefined);
    onClose();
  };
  if (!line || !place) {
    return (
      <Sheet title="In the trench" onClose={onClose} whole>
        <Words>This line has no run with a length and a grade yet.</Words>
      </Sheet>
    );
  }
  return (
    <Station
      dig={dig}
      place={place}
      length={line.order.length}
      first={at === 0}
      last={at === places.length - 1}
      onStep={step}
      onGo={goTo}
      onClose={close}
    />
  );
}

/** The next place of the sheet; from a place between two of them, the nearer that way. */
function stepFrom(places: readonly SheetPlace[], from: number | SheetPlace, by: 1 | -1): number {
  const last = places.length - 1;
  if (typeof from === 'number') return Math.min(last, Math.max(0, from + by));
  if (by < 0)
    return Math.max(
      0,
      places.findLastIndex(({ along }) => along < from.along),
    );
  const next = places.findIndex(({ along }) => along > from.along);
  return next < 0 ? last : next;
}

/** The screen stays lit as long as it is there; where a browser cannot, it goes dark as it always does. */
function useAwake(): void {
  useEffect(() => {
    const TAG = 'in the trench';
    const wake = (): void => {
      // It is let go of whenever the page is left.
      if (document.visibilityState === 'visible') activateKeepAwakeAsync(TAG).catch(() => undefined);
    };
    wake();
    document.addEventListener('visibilitychange', wake);
    return () => {
      document.removeEventListener('visibilitychange', wake);
      deactivateKeepAwake(TAG).catch(() => undefined);
    };
  }, []);
}

interface StationProps {
  dig: ReturnType<typeof useDig>;
  place: SheetPlace;
  length: number;
  first: boolean;
  last: boolean;
  onStep: (by: 1 | -1) => void;
  onGo: (along: number) => void;
  onClose: () => void;
}

const KEYS: Readonly<Record<string, 1 | -1>> = { ArrowRight: 1, PageDown: 1, ArrowLeft: -1, PageUp: -1 };

function Station({ dig, place, length, first, last, onStep, onGo, onClose }: StationProps) {
  const wide = useWide();
  const print = usePrint();
  const view = useAppSelector((state) => state.view.dig);
  const has = useAppSelector((state) => state.settings.receiver !== null);
  const { evaluation, digging, trust } = dig;
  const reading = readingAt(dig, place, view);
  const run = evaluation.runs.get(place.run);
  const values = reading?.values;
  const marks = MARKS.filter((mark) => reading?.levels[mark] !== undefined);
  const mark: Mark = marks.includes(view.mark) ? view.mark : (marks[0] ?? 'bottom');
  const value = values?.[mark];
  const node = place.node === undefined ? undefined : evaluation.plan.node[place.node]?.name;
  const start = run?.line?.startChainage ?? 0;
  const chainage = print(start + place.along, 'chainage');
  const found = dig.inTheWayAt(place);
  const unseen =
    view.tells === 'reading'
      ? unseenWords(reading?.instrument, value, digging.rod, (amount) => print(amount, 'distance'))
      : undefined;
  const say = (): void => {
    stop().catch(() => undefined);
    speak(
      [
        ...found.map((way) => wayWords(way, start, print)),
        value === undefined ? 'Nothing to read here' : `${MARK_WORDS[mark]}: ${print(value, 'elevation', true)}`,
      ]
        .map(spoken)
        .join('. '),
      { language: 'en' },
    );
  };
  useStepKeys(onStep);
  return (
    <Sheet
      title={[chainage, run?.run.name, node].filter(Boolean).join(' · ')}
      onClose={onClose}
      whole
      foot={<Steps first={first} last={last} onStep={onStep} />}
    >
      <View style={[styles.all, wide && styles.wide]}>
        <WayBand found={found} start={start} />
        {view.by === 'level' ? <Gate dig={dig} /> : null}
        <ReadingHere value={value} lead={leadWords(view.tells, view.by, STANDS_ON[mark])} />
        {unseen === undefined ? null : (
          <View role="alert">
            <Words strong tone="stop">
              {unseen}
            </Words>
          </View>
        )}
        {has && view.by === 'level' && trust.is !== 'unset' ? <Live place={place} dig={dig} /> : null}
        <View role="group" aria-label="All levels here" style={styles.marks}>
          {marks.map((digMark) => (
            <MarkTile key={digMark} mark={digMark} chosen={digMark === mark}>
              {values?.[digMark] === undefined ? '—' : print(values[digMark], 'elevation', true)}
            </MarkTile>
          ))}
        </View>
        {reading ? <DepthHere levels={reading.levels} /> : null}
        <View style={styles.row}>
          <Button style={styles.big} onPress={say}>
            Read aloud
          </Button>
          <IAmAt length={length} onGo={onGo} />
        </View>
        <ToldAs />
        <Words size="small" tone="muted">
          Nobody enters an unprotected trench; the competent person on site decides.
        </Words>
      </View>
    </Sheet>
  );
}

/** What is to be read, large; and in the other units, where somebody reads those. */
function ReadingHere({ value, lead }: { value: number | undefined; lead: string }) {
  const tones = useTones();
  const print = usePrint();
  const { system, fraction } = useUnits();
  const also = useAppSelector((state) => state.settings.also);
  const second = also !== null && also !== system && SYSTEMS.includes(also) ? also : undefined;
  return (
    <View role="status" style={[styles.figure, { borderColor: tones.line, backgroundColor: tones.page }]}>
      <Words size="large">{lead}</Words>
      <Words size="huge" strong>
        {value === undefined ? '—' : print(value, 'elevation')}
      </Words>
      {second === undefined || value === undefined ? null : (
        <Words size="title">{printIn(value, 'elevation', second, { fraction })}</Words>
      )}
    </View>
  );
}

/** How deep the trench is here, and how much of it is filled over the pipe. */
function DepthHere({ levels: { ground, bottom, overlay, top } }: Pick<Reading, 'levels'>) {
  const print = usePrint();
  if (ground === undefined || bottom === undefined) return null;
  const fill =
    overlay === undefined || top === undefined ? '' : ` · fill ${print(overlay - top, 'thickness')} over the pipe`;
  return <Words size="large">{`Depth below ground ${print(ground - bottom, 'depth')}${fill}`}</Words>;
}

const Steps = memo(function Steps({ first, last, onStep }: Pick<StationProps, 'first' | 'last' | 'onStep'>) {
  return (
    <View style={styles.foot}>
      <Button style={styles.big} icon="back" onPress={() => onStep(-1)} disabled={first}>
        Previous
      </Button>
      <Button style={styles.big} kind="main" icon="next" onPress={() => onStep(1)} disabled={last}>
        Next
      </Button>
    </View>
  );
});

/** One thing that the rod is set on; a tap makes its figure the large one. */
const MarkTile = memo(function MarkTile({ mark, chosen, children }: { mark: Mark; chosen: boolean; children: string }) {
  const dispatch = useAppDispatch();
  const tones = useTones();
  return (
    <Tap
      onPress={() => dispatch(digChanged({ mark }))}
      style={[styles.mark, { borderColor: chosen ? tones.water : tones.line, borderWidth: chosen ? 3 : 1 }]}
    >
      <Words size="small" tone="muted">
        {MARK_WORDS[mark]}
      </Words>
      <Words size="figure" strong>
        {children}
      </Words>
    </Tap>
  );
});

/** By the tape: any place, of the sheet or between two of its own. */
const IAmAt = memo(function IAmAt({ length, onGo }: Pick<StationProps, 'length' | 'onGo'>) {
  const print = usePrint();
  /** The field is empty again for the next. */
  const [round, setRound] = useState(0);
  return (
    <View style={styles.grow}>
      <MeasureField
        key={round}
        label="My station, from the low end"
        quantity="distance"
        value={undefined}
        when="leaving"
        optional
        limit={AlongRun}
        check={(along) =>
          along > length + 1e-6 ? `The line ends at ${print(length, 'distance')}: read the tape again.` : undefined
        }
        onChange={(along) => {
          if (along === undefined) return;
          onGo(along);
          setRound(round + 1);
        }}
      />
    </View>
  );
});

const ToldAs = memo(function ToldAs() {
  const dispatch = useAppDispatch();
  const tells = useAppSelector((state) => state.view.dig.tells);
  const staked = useAppSelector((state) => state.view.dig.stake !== null);
  return (
    <Choice<typeof tells>
      label="Show as"
      options={[
        { value: 'reading', label: 'Readings' },
        { value: 'ground', label: 'Down from ground' },
        ...(staked ? [{ value: 'stake' as const, label: 'Down from the stake' }] : []),
        { value: 'elevation', label: 'Elevations' },
      ]}
      value={tells}
      onChange={(next) => dispatch(digChanged({ tells: next }))}
    />
  );
});

/** Keys go to the next place, whatever has the focus but what takes them itself. */
function useStepKeys(onStep: (by: 1 | -1) => void): void {
  const step = useSteady(onStep);
  useEffect(() => {
    const hear = (event: KeyboardEvent): void => {
      const by = KEYS[event.key];
      if (by === undefined || event.defaultPrevented || event.target instanceof HTMLInputElement) return;
      if (event.target instanceof HTMLElement && event.target.getAttribute('role') === 'radio') return;
      event.preventDefault();
      step(by);
    };
    window.addEventListener('keydown', hear);
    return () => window.removeEventListener('keydown', hear);
  }, [step]);
}

/** Nothing is shown to dig by before the level is set up, or while a check throws doubt on it. */
function Gate({ dig }: { dig: StationProps['dig'] }) {
  if (dig.trust.is === 'unset')
    return <Words tone="fix">The level is not set up: no readings yet. Depths and elevations still show.</Words>;
  return dig.trust.is === 'trusted' ? null : <Trusted dig={dig} />;
}

/** What the receiver on the rod says of the bottom as it is dug. */
function Live({ place, dig }: { place: SheetPlace; dig: StationProps['dig'] }) {
  const print = usePrint();
  const { evaluation } = dig;
  const [listening, setListening] = useState(false);
  const heard = useReceiver(listening ? () => truthOf(evaluation, { on: 'bottom', place }) : undefined);
  const reading = readingAt(dig, place, { tells: 'reading', stake: null });
  const wanted = reading?.values.bottom;
  const off = heard?.reading === undefined || wanted === undefined ? undefined : wanted - heard.reading;
  return (
    <View style={styles.row}>
      <Button onPress={() => setListening(!listening)}>
        {listening ? 'Stop listening' : 'Receiver on the bottom'}
      </Button>
      {listening ? (
        <View role="status" style={styles.grow}>
          <Words size="large" strong tone={off === undefined ? 'muted' : Math.abs(off) < 0.006 ? 'settled' : 'fix'}>
            {off === undefined
              ? 'No beam: hold the receiver where it meets the beam.'
              : Math.abs(off) < 0.006
                ? 'On grade'
                : off > 0
                  ? `${print(off, 'elevation')} high: dig`
                  : `${print(-off, 'elevation')} low: fill and compact`}
          </Words>
        </View>
      ) : null}
    </View>
  );
}

function leadWords(
  tells: 'reading' | 'ground' | 'stake' | 'elevation',
  by: 'level' | 'laser' | 'direct',
  on: string,
): string {
  switch (tells) {
    case 'reading':
      return by === 'laser' ? `Beam above ${on}` : `Rod on ${on}`;
    case 'ground':
      return `Down from the ground to ${on}`;
    case 'stake':
      return `Down from the stake to ${on}`;
    case 'elevation':
      return `Elevation of ${on}`;
  }
}

/** As a voice reads it: a point is said, marks of feet and inches are words. */
const spoken = (text: string): string =>
  text
    .replace('\u2212', 'minus ')
    .replace(/'/g, ' feet')
    .replace(/"/g, ' inches')
    .replace(/ ft\b/g, ' feet')
    .replace(/(\d)\.(\d)/g, '$1 point $2');

const styles = StyleSheet.create({
  all: { gap: 12 },
  wide: { width: '100%', maxWidth: 900, alignSelf: 'center' },
  figure: { alignItems: 'center', borderWidth: 1, borderRadius: 8, paddingVertical: 6, paddingHorizontal: 4 },
  marks: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  mark: { flexGrow: 1, flexBasis: 100, minHeight: 64, borderRadius: 8, padding: 8 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 10, alignItems: 'flex-end' },
  grow: { flex: 1, minWidth: 180 },
  foot: { flexDirection: 'row', gap: 10, flex: 1 },
  big: { flexGrow: 1, minHeight: 64, justifyContent: 'center' },
});
