import type { CrossingResult, Evaluation, RunResult } from '@alveus/core';
import { crossingsAt } from '@alveus/core';
import { memo } from 'react';
import { Circle, G, Rect, Text as SvgText } from 'react-native-svg';
import { FONT } from '../../theme/theme';
import { useTones } from '../../theme/ThemeProvider';
import { UTILITY_MARKS, utilityColour, utilityInk } from '../utilities';
import type { SectionFrame } from './frame';
import { PAD } from './frame';
import type { RunShapes } from './geometry';

interface CrossingsProps {
  evaluation: Pick<Evaluation, 'site' | 'crossings'>;
  shapes: readonly RunShapes<RunResult>[];
  frame: SectionFrame;
  /** How far round a utility is dug by hand, m. */
  handDig: number;
}

/** Utilities on the long section: cut through, in their colour with their letter, and the zone that is dug by hand. */
export function Crossings({ evaluation, shapes, frame, handDig }: CrossingsProps) {
  return shapes.map(({ run, start }) => {
    const crossings = crossingsAt(evaluation, run.id);
    return crossings.length === 0 ? null : (
      <CrossingsOfRun
        key={run.id}
        crossings={crossings}
        length={run.length}
        start={start}
        frame={frame}
        handDig={handDig}
      />
    );
  });
}

interface CrossingsOfRunProps extends Omit<CrossingsProps, 'shapes' | 'evaluation'> {
  crossings: readonly CrossingResult[];
  length: number;
  start: number;
}

const CrossingsOfRun = memo(function CrossingsOfRun({ crossings, length, start, frame, handDig }: CrossingsOfRunProps) {
  const tones = useTones();
  const { x, y, height } = frame;
  const base = height - PAD.bottom;
  return crossings.map(({ crossing, at, stretch, top, bottom }) => {
    if (top === undefined || bottom === undefined) return null;
    const { letter } = UTILITY_MARKS[crossing.utility];
    const colour = utilityColour(crossing.utility, tones);
    const across = crossing.lies.how === 'across';
    const [from, to] = across ? [at - handDig, at + handDig] : [stretch.from, stretch.to];
    const [left, right] = [x.to(start + Math.max(0, from)), x.to(start + Math.min(length, to))];
    const middle = x.to(start + at);
    const high = Math.max(5, y.to(bottom) - y.to(top));
    return (
      <G key={crossing.id}>
        <Rect
          x={left}
          width={Math.max(4, right - left)}
          y={Math.min(y.to(top) - 22, base)}
          height={Math.max(0, base - y.to(top) + 22)}
          fill={colour}
          opacity={0.13}
        />
        {across ? (
          <Rect
            x={middle - 6}
            width={12}
            y={y.to(top)}
            height={high}
            rx={6}
            fill={colour}
            stroke="#FFFFFF"
            strokeWidth={1.5}
          />
        ) : (
          <Rect x={left} width={Math.max(8, right - left)} y={y.to(top)} height={high} fill={colour} opacity={0.75} />
        )}
        <Circle cx={middle} cy={y.to(top) - 13} r={9} fill={colour} />
        <SvgText
          x={middle}
          y={y.to(top) - 8.5}
          textAnchor="middle"
          fontFamily={FONT.strong}
          fontSize={12}
          fill={utilityInk(crossing.utility, tones)}
        >
          {crossing.measured ? letter : `${letter}?`}
        </SvgText>
      </G>
    );
  });
}, sameCrossings);

/** A run is worked out anew at each frame of a drag; its utilities lie where they lay. */
function sameCrossings(a: CrossingsOfRunProps, b: CrossingsOfRunProps): boolean {
  return (
    a.frame === b.frame &&
    a.start === b.start &&
    a.handDig === b.handDig &&
    a.length === b.length &&
    a.crossings.length === b.crossings.length &&
    a.crossings.every((crossing, index) => {
      const other = b.crossings[index];
      return (
        crossing.crossing === other?.crossing &&
        crossing.top === other.top &&
        crossing.bottom === other.bottom &&
        crossing.at === other.at
      );
    })
  );
}
