import type { NodeSpot, Spot } from '@alveus/core';
import { isDrawn, networkSpots, placeItem, print, snapped, unitSize } from '@alveus/core';
import type { Uuid } from '@alveus/plan';
import { useMemo, useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import Svg, { Line, Path, Text as SvgText } from 'react-native-svg';
import { IconTap } from '../parts/Tap';
import { Words } from '../parts/Words';
import { draftSet, selectEvaluation, sketchChosen, useAppDispatch, useAppSelector } from '../store';
import { useActions } from '../sync/SyncProvider';
import { FONT } from '../theme/theme';
import type { Tones } from '../theme/theme';
import { useTones } from '../theme/ThemeProvider';
import { SketchPicture } from './SketchPicture';
import type { SketchView } from './sketchView';
import { fitView, movedView, toScreen, toSite } from './sketchView';
import { useSketchGestures } from './useSketchGestures';

/** Room drawn around the frame, in pixels. */
const MARGIN = 160;
const NEAR_NODE = 26;
const NEAR_RUN = 20;

interface PlanSketchProps {
  height: number;
  /** Called with a spot that was tapped while something is to be placed there. */
  onPlace?: ((spot: Spot, onNode: Uuid | undefined) => void) | undefined;
  /** The node that what is placed next hangs on. */
  from?: Uuid | undefined;
}

/** The network on a scaled plan. Drag and pinch, or wheel, to look around; tap a node or a run to choose it; drag the chosen node. */
export function PlanSketch({ height, onPlace, from }: PlanSketchProps) {
  const tones = useTones();
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const evaluation = useAppSelector(selectEvaluation);
  const { system } = useAppSelector((state) => state.settings);
  const chosen = useAppSelector((state) => state.view.sketch);
  const [width, setWidth] = useState(0);
  const [looked, setLooked] = useState<SketchView>();
  const surface = useRef<HTMLElement | null>(null);
  const picture = useRef<HTMLElement | null>(null);
  const { plan, topology } = evaluation;
  const spots = useMemo(() => networkSpots(plan, topology), [plan, topology]);
  const size = { width, height };
  const view = looked ?? fitView(spots.values(), size);
  const unit = unitSize('distance', system);

  const nodeAt = (x: number, y: number): Uuid | undefined => nearest(spots, (spot) => distance(toScreen(view, size, spot), { x, y }), NEAR_NODE);
  const runAt = (x: number, y: number): { run: Uuid; at: number } | undefined => {
    let best: { run: Uuid; at: number; off: number } | undefined;
    for (const run of evaluation.runs.values()) {
      const [a, b] = [spots.get(run.run.lower), spots.get(run.run.upper)];
      if (!a || !b) continue;
      const hit = alongLine(toScreen(view, size, a), toScreen(view, size, b), { x, y });
      if (hit.off < NEAR_RUN && (!best || hit.off < best.off)) best = { run: run.id, at: hit.share * run.length, off: hit.off };
    }
    return best;
  };
  const snap = (x: number, y: number, hangs: Spot | undefined, but?: Uuid): Spot => {
    const others = [...spots].flatMap(([id, spot]): Spot[] => (id === but ? [] : [spot]));
    return snapped(toSite(view, size, x, y), hangs, others, 14 / view.zoom, unit);
  };

  useSketchGestures(surface, picture, {
    view,
    size,
    onView: (next) => {
      setLooked(next);
      if (picture.current) picture.current.style.transform = '';
    },
    onTap: (x, y) => {
      const node = nodeAt(x, y);
      if (onPlace) {
        const hangs = from === undefined ? undefined : spots.get(from);
        return onPlace(node === undefined ? snap(x, y, hangs) : (spots.get(node) as NodeSpot), node);
      }
      const run = node === undefined ? runAt(x, y) : undefined;
      dispatch(sketchChosen(node !== undefined ? { node } : run ? { run: run.run, at: run.at } : null));
    },
    onGrab: (x, y) => !onPlace && chosen !== null && 'node' in chosen && plan.nodePlace[chosen.node] !== undefined && nodeAt(x, y) === chosen.node,
    onDrag: (x, y) => {
      if (chosen && 'node' in chosen) dispatch(draftSet([{ op: 'put', item: placeItem(chosen.node, snap(x, y, undefined, chosen.node)) }]));
    },
    onDrop: (x, y) => {
      if (!chosen || !('node' in chosen)) return;
      edit([{ op: 'put', item: placeItem(chosen.node, snap(x, y, undefined, chosen.node)) }]);
    },
  });

  const step = (gesture: Partial<{ dx: number; dy: number; scale: number }>): void =>
    setLooked(movedView(view, size, { dx: 0, dy: 0, scale: 1, x: width / 2, y: height / 2, ...gesture }));
  const key = (event: { key: string; preventDefault(): void }): void => {
    const moves: Record<string, Parameters<typeof step>[0]> = {
      ArrowLeft: { dx: 50 }, ArrowRight: { dx: -50 }, ArrowUp: { dy: 50 }, ArrowDown: { dy: -50 }, '+': { scale: 1.3 }, '=': { scale: 1.3 }, '-': { scale: 1 / 1.3 },
    };
    const move = moves[event.key];
    if (event.key === '0') setLooked(undefined);
    else if (move) step(move);
    else return;
    event.preventDefault();
  };

  return (
    <View style={[styles.box, { height, backgroundColor: tones.sky, borderColor: tones.line }]} onLayout={(event) => setWidth(event.nativeEvent.layout.width)}>
      <View
        ref={surface as never}
        role="application"
        aria-label="Plan sketch. Arrows look around, plus and minus zoom, 0 shows all. Nodes and runs are listed below."
        tabIndex={0}
        {...({ onKeyDown: key } as object)}
        style={styles.surface}
      >
        {width > 0 ? (
          <View ref={picture as never} style={styles.picture}>
            <SketchPicture
              evaluation={evaluation}
              spots={spots}
              view={view}
              size={size}
              tones={tones}
              system={system}
              unit={unit}
              chosenNode={chosen && 'node' in chosen ? chosen.node : from}
              chosenRun={chosen && 'run' in chosen ? chosen.run : undefined}
              margin={MARGIN}
            />
          </View>
        ) : null}
      </View>
      <View style={styles.north} pointerEvents="none">
        <Furniture zoom={view.zoom} tones={tones} unit={unit} words={(metres) => print(metres, 'distance', system).replace(/\.0+(?= )/, '')} />
      </View>
      {isDrawn(plan) || spots.size === 0 ? null : (
        <View style={[styles.note, { backgroundColor: tones.card }]} pointerEvents="none">
          <Words size="small" tone="muted">
            A schematic: lengths true, directions not
          </Words>
        </View>
      )}
      <View style={[styles.buttons, { backgroundColor: tones.card, borderColor: tones.line }]}>
        <IconTap name="plus" label="Zoom in" onPress={() => step({ scale: 1.4 })} />
        <IconTap name="minus" label="Zoom out" onPress={() => step({ scale: 1 / 1.4 })} />
        <IconTap name="whole" label="Show all of the sketch" onPress={() => setLooked(undefined)} />
      </View>
    </View>
  );
}

/** Scale bar and north arrow. */
function Furniture({ zoom, tones, unit, words }: { zoom: number; tones: Tones; unit: number; words: (metres: number) => string }) {
  const length = ROUND.map((count) => count * unit).findLast((metres) => metres * zoom <= 96) ?? unit;
  const long = length * zoom;
  return (
    <Svg width={130} height={64} role="img" aria-label={`North is up. The bar is ${words(length)} long.`}>
      <Path d="M14 4 22 30 14 24 6 30Z" fill={tones.ink} />
      <SvgText x={14} y={46} textAnchor="middle" fontFamily={FONT.strong} fontSize={13} fill={tones.ink}>
        N
      </SvgText>
      <Line x1={30} x2={30 + long} y1={34} y2={34} stroke={tones.ink} strokeWidth={4} />
      <Line x1={30} x2={30} y1={28} y2={40} stroke={tones.ink} strokeWidth={2} />
      <Line x1={30 + long} x2={30 + long} y1={28} y2={40} stroke={tones.ink} strokeWidth={2} />
      <SvgText x={30} y={24} fontFamily={FONT.text} fontSize={13} fill={tones.ink}>
        {words(length)}
      </SvgText>
    </Svg>
  );
}

const ROUND = [1, 2, 5, 10, 20, 25, 50, 100, 200, 500, 1000, 2000, 5000] as const;

const distance = (a: { x: number; y: number }, b: { x: number; y: number }): number => Math.hypot(a.x - b.x, a.y - b.y);

function nearest<T>(items: ReadonlyMap<Uuid, T>, away: (item: T) => number, within: number): Uuid | undefined {
  let best: { id: Uuid; away: number } | undefined;
  for (const [id, item] of items) {
    const far = away(item);
    if (far <= within && (!best || far < best.away)) best = { id, away: far };
  }
  return best?.id;
}

/** How far a point lies off a line on the screen, and how far along it. */
function alongLine(a: { x: number; y: number }, b: { x: number; y: number }, p: { x: number; y: number }): { off: number; share: number } {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const share = Math.min(1, Math.max(0, ((p.x - a.x) * dx + (p.y - a.y) * dy) / Math.max(1e-9, dx * dx + dy * dy)));
  return { off: Math.hypot(a.x + dx * share - p.x, a.y + dy * share - p.y), share };
}

const styles = StyleSheet.create({
  box: { borderBottomWidth: 1, position: 'relative', overflow: 'hidden' },
  surface: { position: 'absolute', top: 0, left: 0, right: 0, bottom: 0, touchAction: 'none', userSelect: 'none', cursor: 'grab' } as object,
  picture: { position: 'absolute', left: -MARGIN, top: -MARGIN, transformOrigin: `${MARGIN}px ${MARGIN}px`, willChange: 'transform' } as object,
  north: { position: 'absolute', left: 8, bottom: 4 },
  note: { position: 'absolute', left: 8, top: 8, paddingHorizontal: 8, paddingVertical: 2, borderRadius: 4 },
  buttons: { position: 'absolute', right: 8, bottom: 8, borderWidth: 1, borderRadius: 8 },
});
