import type { Evaluation, NodeSpot, Spot, System } from '@alveus/core';
import { isDrawn, networkSpots, print, snapped, unitSize } from '@alveus/core';
import type { Uuid } from '@alveus/plan';
import type { RefObject } from 'react';
import { useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useTones } from '../../theme/ThemeProvider';
import { browserStyle, Button, IconButton, useDrawingWidth, Words } from '../../ui';
import { Furniture } from './Furniture';
import { nodeAt, runAt } from './hits';
import type { Judgement } from './Judged';
import { Picture } from './Picture';
import type { Strips } from './Strips';
import type { Gestures, Touched } from './useSketchGestures';
import { useSketchGestures } from './useSketchGestures';
import type { SketchView } from './view';
import { fitView, laid, movedView, toSite } from './view';
import type { Window } from './window';
import { windowAt, windowOf } from './window';

export type SketchChoice = { readonly node: Uuid } | { readonly run: Uuid; readonly at: number };

interface PlanSketchProps {
  evaluation: Evaluation;
  height: number;
  system: System;
  chosen: SketchChoice | null;
  /** What is told of the network besides where it lies. */
  judgement?: Judgement | undefined;
  /** Ground that open trenches take. */
  strips?: Strips | undefined;
  onChoose: (choice: SketchChoice | null) => void;
  /** Called with a spot that was tapped while something is to be placed there. */
  onPlace?: ((spot: Spot) => void) | undefined;
  /** What is to be tapped, said over the sketch, and how it is left alone. */
  prompt?: { readonly words: string; readonly onLeave: () => void } | undefined;
  /** A node that was placed before is being dragged; and is let go. */
  onDragNode: (node: Uuid, spot: Spot) => void;
  onDropNode: (node: Uuid, spot: Spot) => void;
  onLetGo: () => void;
}

interface Looking {
  readonly surface: RefObject<HTMLElement | null>;
  readonly picture: RefObject<HTMLElement | null>;
  readonly spots: ReadonlyMap<Uuid, NodeSpot>;
  readonly size: { readonly width: number; readonly height: number };
  readonly view: SketchView;
  readonly drawnZoom: number;
  readonly onView: (view: SketchView) => void;
}

/** What fingers do: choose, place, and drag the chosen node. */
function useHands(
  props: PlanSketchProps,
  { surface, picture, spots, size, view, drawnZoom, onView }: Looking,
): Gestures {
  const { evaluation, system, chosen, onChoose, onPlace, onDragNode, onDropNode, onLetGo } = props;
  const { plan } = evaluation;
  const unit = unitSize('distance', system);
  const sketchAt = (view: SketchView) => ({ evaluation, spots, view, size });
  const snap = ({ x, y, view }: Touched, but?: Uuid): Spot => {
    const others = [...spots].flatMap(([id, spot]): NodeSpot[] => (id === but ? [] : [spot]));
    return snapped(toSite(view, size, x, y), undefined, others, 14 / view.zoom, unit);
  };
  const node = chosen && 'node' in chosen ? chosen.node : undefined;
  return useSketchGestures(surface, picture, {
    view,
    size,
    drawnZoom,
    onView,
    onTap: (at) => {
      const sketch = sketchAt(at.view);
      const tapped = nodeAt(sketch, at);
      if (onPlace) {
        // What is placed lies where the finger was: the picture does not move under it.
        onView(at.view);
        return onPlace(tapped === undefined ? snap(at) : (spots.get(tapped) as NodeSpot));
      }
      onChoose(tapped !== undefined ? { node: tapped } : (runAt(sketch, at) ?? null));
    },
    onGrab: (at) =>
      !onPlace && node !== undefined && plan.nodePlace[node] !== undefined && nodeAt(sketchAt(at.view), at) === node,
    onDrag: (at) => node !== undefined && onDragNode(node, snap(at, node)),
    onDrop: (at) => {
      onView(at.view);
      if (node !== undefined) onDropNode(node, snap(at, node));
    },
    onLetGo,
  });
}

/** The network on a scaled plan. Drag and pinch, or wheel, to look around; tap a node or a run to choose it; drag the chosen node. */
export function PlanSketch(props: PlanSketchProps) {
  const { evaluation, height, system, chosen, judgement, strips, prompt } = props;
  const node = chosen && 'node' in chosen ? chosen.node : undefined;
  const tones = useTones();
  const [width, onLayout] = useDrawingWidth();
  const [looked, setLooked] = useState<SketchView>();
  const surface = useRef<HTMLElement | null>(null);
  const picture = useRef<HTMLElement | null>(null);
  const { plan, topology } = evaluation;
  const spots = useMemo(() => networkSpots(plan, topology), [plan, topology]);
  const size = useMemo(() => ({ width, height }), [width, height]);
  const view = useMemo(() => looked ?? fitView(spots.values(), size), [looked, spots, size]);
  const unit = unitSize('distance', system);
  // While a new zoom is drawn, in what time the screen has to spare, the picture of the old one is shown stretched.
  const shown = useDeferredValue(view);
  const drawn = useDrawn(shown, size);

  const gestures = useHands(props, { surface, picture, spots, size, view, drawnZoom: drawn.zoom, onView: setLooked });
  const step = (gesture: Partial<{ dx: number; dy: number; scale: number }>): void =>
    setLooked(movedView(gestures.seen(), size, { dx: 0, dy: 0, scale: 1, x: width / 2, y: height / 2, ...gesture }));
  const showAll = (): void => {
    gestures.forget();
    setLooked(undefined);
  };
  const key = (event: { key: string; preventDefault(): void }): void => {
    const move = MOVES[event.key];
    if (event.key === '0') showAll();
    else if (move) step(move);
    else return;
    event.preventDefault();
  };
  const words = useCallback(
    (metres: number): string => print(metres, 'distance', system).replace(/\.0+(?= )/, ''),
    [system],
  );

  return (
    <View style={[styles.box, { height, backgroundColor: tones.sky, borderColor: tones.line }]} onLayout={onLayout}>
      <View
        ref={surface as never}
        role="application"
        aria-label="Plan sketch. Arrow keys move the view, plus and minus zoom, 0 shows all. Nodes and runs are listed below."
        tabIndex={0}
        {...({ onKeyDown: key } as object)}
        style={styles.surface}
      >
        {width > 0 ? (
          // The browser keeps a layer that moves as it first drew it: each zoom is a layer of its own.
          <View
            key={drawn.zoom}
            ref={picture as never}
            style={[styles.picture, browserStyle({ transform: laid(view, size, drawn.zoom) })]}
          >
            <Picture
              evaluation={evaluation}
              spots={spots}
              {...drawn}
              system={system}
              unit={unit}
              chosenNode={node}
              chosenRun={chosen && 'run' in chosen ? chosen.run : undefined}
              judgement={judgement}
              strips={strips}
            />
          </View>
        ) : null}
      </View>
      <View style={styles.north} pointerEvents="none">
        <Furniture zoom={view.zoom} unit={unit} words={words} />
      </View>
      {prompt ? <Prompt {...prompt} /> : null}
      {prompt || isDrawn(plan) || spots.size === 0 ? null : <NotToScale />}
      <Zoom onStep={step} onAll={showAll} />
    </View>
  );
}

function NotToScale() {
  const tones = useTones();
  return (
    <View style={[styles.note, { backgroundColor: tones.card }]} pointerEvents="none">
      <Words size="small" tone="muted">
        Lengths to scale, directions not
      </Words>
    </View>
  );
}

function Zoom({ onStep, onAll }: { onStep: (gesture: { scale: number }) => void; onAll: () => void }) {
  const tones = useTones();
  return (
    <View style={[styles.buttons, { backgroundColor: tones.card, borderColor: tones.line }]}>
      <IconButton name="plus" label="Zoom in" onPress={() => onStep({ scale: 1.4 })} />
      <IconButton name="minus" label="Zoom out" onPress={() => onStep({ scale: 1 / 1.4 })} />
      <IconButton name="whole" label="Show all" onPress={onAll} />
    </View>
  );
}

/** It comes into view by itself: it is asked for from rows far below. */
function Prompt({ words, onLeave }: { words: string; onLeave: () => void }) {
  const tones = useTones();
  const box = useRef<View>(null);
  // Some browsers answer a scroll with a promise, which is no clean-up.
  useEffect(() => void (box.current as unknown as HTMLElement | null)?.scrollIntoView?.({ block: 'nearest' }), []);
  return (
    <View ref={box} role="status" style={[styles.prompt, { backgroundColor: tones.card, borderColor: tones.water }]}>
      <Words strong style={styles.words}>
        {words}
      </Words>
      <Button onPress={onLeave}>Cancel</Button>
    </View>
  );
}

/** What of the picture is drawn for a view; the frame stays as it lay when the zoom was set. */
function useDrawn(
  view: SketchView,
  size: { width: number; height: number },
): { zoom: number; window: Window; frame: Window } {
  const { zoom } = view;
  const frame = useMemo(
    () => windowAt(view, size),
    [zoom, size], // eslint-disable-line react-hooks/exhaustive-deps
  );
  return { zoom, window: windowOf(view, size), frame };
}

const MOVES: Readonly<Record<string, Partial<{ dx: number; dy: number; scale: number }>>> = {
  ArrowLeft: { dx: 50 },
  ArrowRight: { dx: -50 },
  ArrowUp: { dy: 50 },
  ArrowDown: { dy: -50 },
  '+': { scale: 1.3 },
  '=': { scale: 1.3 },
  '-': { scale: 1 / 1.3 },
};

const styles = StyleSheet.create({
  box: { borderBottomWidth: 1, position: 'relative', overflow: 'hidden' },
  surface: browserStyle({
    position: 'absolute',
    top: 0,
    left: 0,
    right: 0,
    bottom: 0,
    touchAction: 'none',
    userSelect: 'none',
    cursor: 'grab',
  }),
  picture: browserStyle({ position: 'absolute', left: 0, top: 0, transformOrigin: '0 0', willChange: 'transform' }),
  north: { position: 'absolute', left: 8, bottom: 4 },
  note: { position: 'absolute', left: 8, top: 8, paddingHorizontal: 8, paddingVertical: 2, borderRadius: 4 },
  prompt: {
    position: 'absolute',
    left: 8,
    right: 8,
    top: 8,
    flexDirection: 'row',
    alignItems: 'center',
    gap: 8,
    paddingLeft: 12,
    borderWidth: 2,
    borderRadius: 8,
  },
  words: { flex: 1 },
  buttons: { position: 'absolute', right: 8, bottom: 8, borderWidth: 1, borderRadius: 8 },
});
