import { useDrag } from '@use-gesture/react';
import { memo, useRef } from 'react';
import { StyleSheet, View } from 'react-native';
import { TARGET } from '../../theme/theme';
import { browserStyle } from '../../ui/browserStyle';
import type { KeyPress } from '../../ui/Tap';
import { useQuietMoves } from '../useQuietMoves';
import type { SectionFrame } from './frame';
import type { Handle } from './handles';

/** What becomes of a handle that is held. Elevations are not yet rounded to what crews can set. */
export interface HandleHand {
  onTake(handle: Handle): void;
  onMove(handle: Handle, elevation: number): void;
  onDrop(handle: Handle): void;
  /** The drag was broken off. */
  onLetGo(): void;
  /** So many steps up, or down where negative. */
  onNudge(handle: Handle, steps: number): void;
  onStation(distance: number): void;
  /** How an elevation is said. */
  say(elevation: number): string;
}

interface InvertHandlesProps {
  handles: readonly Handle[];
  frame: SectionFrame;
  hand: HandleHand;
}

/** The inverts as things to take hold of: drag one, or focus it and press the up and down arrows. */
export const InvertHandles = memo(function InvertHandles({ handles, frame, hand }: InvertHandlesProps) {
  return handles.map((handle) => (
    <InvertHandle key={`${handle.run}${handle.end}`} handle={handle} frame={frame} hand={hand} />
  ));
});

/** How far a finger goes before it is clear which way it means to go, px. */
const DECIDED = 8;

interface Grip {
  readonly handle: Handle;
  readonly frame: SectionFrame;
  /** What the finger moves: settled by which way it sets out. */
  way: 'invert' | 'station' | undefined;
}

function InvertHandle({ handle, frame, hand }: { handle: Handle; frame: SectionFrame; hand: HandleHand }) {
  const target = useRef<View>(null);
  const held = useRef<Grip | null>(null);
  const quiet = useQuietMoves();
  useDrag(
    ({ first, last, event, canceled, movement: [dx, dy] }) => {
      quiet({ first, last, event });
      if (first) held.current = { handle, frame, way: undefined };
      const now = held.current;
      if (!now) return;
      // A swipe along the section moves the station line, wherever it starts; only up and down moves the invert.
      if (!now.way && Math.hypot(dx, dy) >= DECIDED) {
        now.way = Math.abs(dy) > Math.abs(dx) ? 'invert' : 'station';
        if (now.way === 'invert') hand.onTake(now.handle);
      }
      const { x, y } = now.frame;
      if (now.way === 'station') hand.onStation(x.from(x.to(now.handle.at) + now.handle.shift + dx));
      if (now.way === 'invert' && !canceled) hand.onMove(now.handle, y.from(y.to(now.handle.elevation) + dy));
      if (!last) return;
      held.current = null;
      if (now.way === 'invert') (canceled ? hand.onLetGo : hand.onDrop)(now.handle);
    },
    { target: target as never, pointer: { keys: false } },
  );
  const nudge = (event: KeyPress & { shiftKey: boolean }): void => {
    const steps = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : 0;
    if (steps === 0) return;
    event.preventDefault();
    hand.onNudge(handle, steps * (event.shiftKey ? 10 : 1));
  };
  return (
    <View
      ref={target}
      role="slider"
      aria-label={`${handle.end === 'low' ? 'Low' : 'High'} invert of ${handle.name}`}
      aria-valuenow={handle.elevation}
      aria-valuetext={`${hand.say(handle.elevation)}${handle.fixed ? ', locked' : ''}`}
      tabIndex={0}
      {...({ onKeyDown: nudge } as object)}
      style={[
        styles.target,
        {
          left: frame.x.to(handle.at) + handle.shift - TARGET / 2,
          top: frame.y.to(handle.elevation) - TARGET / 2,
        },
      ]}
    />
  );
}

const styles = StyleSheet.create({
  target: browserStyle({
    position: 'absolute',
    width: TARGET,
    height: TARGET,
    borderRadius: TARGET / 2,
    cursor: 'ns-resize',
    touchAction: 'none',
    userSelect: 'none',
  }),
});
