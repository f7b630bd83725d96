import { memo, useLayoutEffect, useRef } from 'react';
import { StyleSheet, View } from 'react-native';
import { useTones } from '../../theme/ThemeProvider';
import { browserStyle, Words } from '../../ui';
import type { SectionFrame } from './frame';
import { PAD } from './frame';
import { drawn } from '../../theme/scale';

/** Where the station line stands, and what is written at it. */
export interface Standing {
  /** Distance along the line, m. */
  readonly distance: number;
  readonly ground: number | undefined;
  readonly bottom: number | undefined;
  readonly depth: string | undefined;
  readonly chainage: string;
}

interface StationLineProps {
  frame: SectionFrame;
  /** Calls back at once, and whenever it stands elsewhere; with nothing where it stands nowhere. @returns how to end it */
  follow: (hear: (standing: Standing | undefined) => void) => () => void;
}

/** Widths of the plate at its foot: with the depth, and without. */
const FOOT = { known: drawn(168), open: drawn(72) };

/**
 * The line that follows the finger; under it, where it covers nothing, the chainage and the depth. It lies over the
 * picture and is moved as a layer of its own: neither it nor the picture is drawn anew while a finger goes along.
 */
export const StationLine = memo(function StationLine({ frame, follow }: StationLineProps) {
  const tones = useTones();
  const all = useRef<HTMLElement>(null);
  const line = useRef<HTMLElement>(null);
  const dug = useRef<HTMLElement>(null);
  const foot = useRef<HTMLElement>(null);
  const { height, width } = frame;
  useLayoutEffect(
    () =>
      follow((standing) => {
        show(all.current, standing !== undefined);
        if (!standing) return;
        const places = placesOf(standing, frame);
        move(line.current, places.line, 0);
        show(dug.current, places.dug !== undefined);
        if (places.dug && dug.current) {
          // One pixel high, and stretched.
          dug.current.style.transform = `translate(${places.line}px, ${places.dug.top}px) scaleY(${places.dug.height})`;
        }
        const plate = foot.current;
        if (plate) plate.style.width = `${places.foot.width}px`;
        write(
          move(plate, places.foot.x, 0),
          standing.depth === undefined ? standing.chainage : `${standing.chainage} · ${standing.depth}`,
        );
      }),
    [follow, frame],
  );
  const plate = { backgroundColor: tones.water };
  return (
    <View ref={all as never} style={StyleSheet.absoluteFill} pointerEvents="none" aria-hidden>
      <View
        ref={line as never}
        style={[styles.line, plate, { top: PAD.top - 8, height: height - PAD.bottom - PAD.top + 8 }]}
      />
      <View ref={dug as never} style={[styles.dug, plate]} />
      <View ref={foot as never} style={[styles.plate, plate, { maxWidth: width, top: height - PAD.bottom + 8 }]}>
        <Words size="small" strong tone="onWater" lines={1} style={styles.words}>
          {' '}
        </Words>
      </View>
    </View>
  );
});

interface Places {
  readonly line: number;
  readonly dug: { readonly top: number; readonly height: number } | undefined;
  readonly foot: { readonly x: number; readonly width: number };
}

/** Where the parts of a station line go, in pixels of the drawing. */
export function placesOf({ distance, ground, bottom, depth }: Standing, { x, y, width }: SectionFrame): Places {
  const at = Math.round(x.to(distance) * 10) / 10;
  const foot = depth === undefined ? FOOT.open : FOOT.known;
  const measured = ground !== undefined && bottom !== undefined;
  return {
    line: at,
    dug: measured ? { top: y.to(ground), height: Math.max(0, y.to(bottom) - y.to(ground)) } : undefined,
    foot: { x: Math.min(Math.max(at - foot / 2, 2), Math.max(2, width - foot - 2)), width: foot },
  };
}

function move(part: HTMLElement | null, x: number, y: number): HTMLElement | null {
  if (part) part.style.transform = `translate(${x}px, ${y}px)`;
  return part;
}

function show(part: HTMLElement | null, shown: boolean): void {
  if (part && part.style.visibility !== (shown ? '' : 'hidden')) part.style.visibility = shown ? '' : 'hidden';
}

function write(part: HTMLElement | null, text: string): void {
  const words = part?.firstElementChild;
  if (words && words.textContent !== text) words.textContent = text;
}

const styles = StyleSheet.create({
  // As large as the drawing's other words, which grow with it.
  words: { fontSize: drawn(14), lineHeight: drawn(18) },
  line: browserStyle({ position: 'absolute', left: -1, width: 2, willChange: 'transform' }),
  dug: browserStyle({
    position: 'absolute',
    left: -3,
    top: 0,
    width: 6,
    height: 1,
    opacity: 0.55,
    transformOrigin: '0 0',
    willChange: 'transform',
  }),
  plate: browserStyle({
    position: 'absolute',
    left: 0,
    top: 0,
    height: drawn(21),
    borderRadius: 4,
    alignItems: 'center',
    justifyContent: 'center',
    willChange: 'transform',
  }),
});
