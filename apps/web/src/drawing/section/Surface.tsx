import { useDrag } from '@use-gesture/react';
import type { ReactNode } from 'react';
import { memo, useEffect, useRef } from 'react';
import { StyleSheet, View } from 'react-native';
import { browserStyle } from '../../ui/browserStyle';
import type { KeyPress } from '../../ui/Tap';
import { useQuietMoves } from '../useQuietMoves';

/** Where the station line stands, and how that is said. */
export interface Said {
  readonly station: number;
  readonly words: string;
}

interface SurfaceProps {
  length: number;
  /** Places of the nodes along the line, for leaping to. */
  nodes: readonly number[];
  /** How far an arrow key goes, m. */
  step: number;
  /** Distance along the line under a point so many pixels from the left of the drawing. */
  along: (pixels: number) => number;
  onStation: (distance: number) => void;
  /** Calls back at once, and whenever the station has moved. @returns how to end it */
  follow: (hear: (said: Said) => void) => () => void;
  children: ReactNode;
}

/** How long the station rests before it is said, ms: nobody listens to every foot that a finger passes over. */
const REST = 80;

/** So near to a structure the finger means it, px. */
const NEAR = 7;

/** What a finger, the mouse or the arrow keys move the station line on. It is not drawn anew while that moves. */
export const SectionSurface = memo(function SectionSurface({
  length,
  nodes,
  step,
  along,
  onStation,
  follow,
  children,
}: SurfaceProps) {
  const surface = useRef<View>(null);
  const station = useRef(0);
  const move = (distance: number): void => onStation(Math.min(length, Math.max(0, distance)));
  const quiet = useQuietMoves();
  useDrag(
    ({ first, last, event, xy: [x] }) => {
      quiet({ first, last, event });
      const box = (surface.current as unknown as HTMLElement).getBoundingClientRect();
      const pixels = x - box.left;
      const [at, from, to] = [along(pixels), along(pixels - NEAR), along(pixels + NEAR)];
      const near = nodes.filter((node) => node >= from && node <= to);
      move(near.length === 0 ? at : near.reduce((a, b) => (Math.abs(b - at) < Math.abs(a - at) ? b : a)));
    },
    { target: surface as never, pointer: { keys: false } },
  );
  useEffect(() => {
    const element = surface.current as unknown as HTMLElement | null;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let said: Said | undefined;
    const say = (): void => {
      if (!said || !element) return;
      element.setAttribute('aria-valuenow', String(said.station));
      element.setAttribute('aria-valuetext', said.words);
    };
    const end = follow((now) => {
      station.current = now.station;
      const first = said === undefined;
      said = now;
      clearTimeout(timer);
      if (first) say();
      else timer = setTimeout(say, REST);
    });
    return () => {
      clearTimeout(timer);
      end();
    };
  }, [follow]);
  const key = (event: KeyPress & { shiftKey: boolean }): void => {
    const now = station.current;
    const by = step * (event.shiftKey ? 10 : 1);
    const targets: Record<string, number | undefined> = {
      ArrowRight: now + by,
      ArrowLeft: now - by,
      PageUp: nodes.find((node) => node > now + 1e-6),
      PageDown: nodes.findLast((node) => node < now - 1e-6),
      Home: 0,
      End: length,
    };
    const target = targets[event.key];
    if (target === undefined) return;
    event.preventDefault();
    move(target);
  };
  return (
    <View
      ref={surface}
      role="slider"
      aria-label="Station along the line"
      aria-valuemin={0}
      aria-valuemax={length}
      // Before it has heard where it stands.
      aria-valuenow={0}
      tabIndex={0}
      // The web's own key events; React Native's type does not know them.
      {...({ onKeyDown: key } as object)}
      style={styles.surface}
    >
      {children}
    </View>
  );
});

const styles = StyleSheet.create({
  surface: browserStyle({
    position: 'absolute',
    top: 0,
    left: 0,
    right: 0,
    bottom: 0,
    cursor: 'pointer',
    touchAction: 'none',
    userSelect: 'none',
  }),
});
