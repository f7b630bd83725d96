import type { Evaluation } from '@alveus/core';
import { crossingsAt } from '@alveus/core';
import type { Uuid } from '@alveus/plan';
import { memo } from 'react';
import { Circle, G, Line, Text as SvgText } from 'react-native-svg';
import { FONT } from '../../theme/theme';
import { useTones } from '../../theme/ThemeProvider';
import { UTILITY_MARKS, utilityColour } from '../utilities';

interface UtilityLinesProps {
  evaluation: Pick<Evaluation, 'runs' | 'site' | 'crossings'>;
  placed: ReadonlyMap<Uuid, { x: number; y: number }>;
  zoom: number;
}

/** How far a utility across a run is drawn to each side, px. */
const REACH = 34;

/** Utilities across and beside the runs, in their colour with their letter. */
export const UtilityLines = memo(function UtilityLines({ evaluation, placed, zoom }: UtilityLinesProps) {
  const tones = useTones();
  return [...evaluation.runs.values()].flatMap(({ run, length }) => {
    const crossings = crossingsAt(evaluation, run.id);
    // From end a, as it is told: on the same side of the pipe whichever way that flows.
    const [a, b] = [placed.get(run.a), placed.get(run.b)];
    if (crossings.length === 0 || !a || !b || length <= 0) return [];
    const [ux, uy] = [(b.x - a.x) / length, (b.y - a.y) / length];
    const long = Math.hypot(ux, uy) || 1;
    const [nx, ny] = [-uy / long, ux / long];
    return crossings.map(({ crossing }) => {
      const { letter } = UTILITY_MARKS[crossing.utility];
      const colour = utilityColour(crossing.utility, tones);
      const { lies } = crossing;
      const [p, q] =
        lies.how === 'across'
          ? [REACH, -REACH].map((aside) => ({ x: a.x + ux * lies.at + nx * aside, y: a.y + uy * lies.at + ny * aside }))
          : [lies.from, lies.to].map((along) => ({
              x: a.x + ux * along + nx * lies.off * zoom,
              y: a.y + uy * along + ny * lies.off * zoom,
            }));
      if (!p || !q) return null;
      return (
        <G key={crossing.id}>
          <Line x1={p.x} y1={p.y} x2={q.x} y2={q.y} stroke={colour} strokeWidth={4} strokeDasharray="9 4" />
          <Circle cx={p.x} cy={p.y} r={9} fill={colour} />
          <SvgText x={p.x} y={p.y + 4.5} textAnchor="middle" fontFamily={FONT.strong} fontSize={12} fill="#FFFFFF">
            {letter}
          </SvgText>
        </G>
      );
    });
  });
});
