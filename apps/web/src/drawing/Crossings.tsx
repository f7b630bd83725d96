import type { Evaluation, LineResult } from '@alveus/core';
import { Circle, G, Path, Rect, Text as SvgText } from 'react-native-svg';
import { FONT } from '../theme/theme';
import type { Tones } from '../theme/theme';
import type { Scale } from './scale';
import { path, spread } from './scale';
import type { RunShapes } from './sectionGeometry';
import { SERVICE_MARKS } from './services';
import { UTILITY_MARKS } from './utilities';

interface CrossingsProps {
  line: LineResult;
  shapes: readonly RunShapes[];
  x: Scale;
  y: Scale;
  bottom: number;
  handDig: number;
}

/** Utilities on the long section: cut through, in their colour with their letter, and the zone that is dug by hand. */
export function Crossings({ shapes, x, y, bottom, handDig }: CrossingsProps) {
  return (
    <G>
      {shapes.flatMap(({ run, start }) =>
        run.crossings.map(({ crossing, at, top, bottom: under }) => {
          const mark = UTILITY_MARKS[crossing.utility];
          const [from, to] = crossing.lies.how === 'across' ? [at - handDig, at + handDig] : [crossing.lies.from, crossing.lies.to];
          const [left, right] = [x.to(start + Math.max(0, from)), x.to(start + Math.min(run.length, to))];
          const middle = x.to(start + at);
          if (top === undefined || under === undefined) return null;
          const high = Math.max(5, y.to(under) - y.to(top));
          return (
            <G key={crossing.id}>
              <Rect x={left} width={Math.max(4, right - left)} y={Math.min(y.to(top) - 22, bottom)} height={Math.max(0, bottom - y.to(top) + 22)} fill={mark.colour} opacity={0.13} />
              {crossing.lies.how === 'across' ? (
                <Rect x={middle - 6} width={12} y={y.to(top)} height={high} rx={6} fill={mark.colour} stroke="#FFFFFF" strokeWidth={1.5} />
              ) : (
                <Rect x={left} width={Math.max(8, right - left)} y={y.to(top)} height={high} fill={mark.colour} opacity={0.75} />
              )}
              <Circle cx={middle} cy={y.to(top) - 13} r={9} fill={mark.colour} />
              <SvgText x={middle} y={y.to(top) - 8.5} textAnchor="middle" fontFamily={FONT.strong} fontSize={12} fill="#FFFFFF">
                {crossing.measured ? mark.letter : `${mark.letter}?`}
              </SvgText>
            </G>
          );
        }),
      )}
    </G>
  );
}

/** Where other lines come in: the invert they arrive at, and what they are. */
export function Branches({ line, evaluation, x, y, width, tones }: { line: LineResult; evaluation: Evaluation; x: Scale; y: Scale; width: number; tones: Tones }) {
  const { plan, topology, runs } = evaluation;
  const nodes = line.order.runs.map((run, index) => ({ id: run.upper, at: line.order.starts[index + 1] ?? line.order.length }));
  return (
    <G>
      {nodes.map(({ id, at }) => {
        const arriving = (topology.arriving.get(id) ?? []).flatMap((run) => {
          const service = plan.line[plan.run[run]?.line ?? '']?.service;
          const low = runs.get(run)?.grade.low;
          return plan.run[run]?.line !== line.id && service !== undefined && low !== undefined ? [{ run, low, letters: SERVICE_MARKS[service].letters }] : [];
        });
        const ordered = arriving.sort((a, b) => b.low - a.low);
        // Near the edge they stand on the other side of the node.
        const side = x.to(at) > width - 60 ? -1 : 1;
        const labels = spread(ordered.map(({ low }) => y.to(low)), 14, 0, Infinity);
        return ordered.map(({ run, low, letters }, index) => {
          const [px, py, ly] = [x.to(at) + side * 8, y.to(low), labels[index] as number];
          return (
            <G key={run}>
              <Path d={path([[px + side * 9, py - 6], [px, py], [px + side * 9, py + 6]])} stroke={tones.water} strokeWidth={3} fill="none" />
              <Rect x={side > 0 ? px + 12 : px - 12 - 20} y={ly - 8} width={20} height={15} rx={3} fill={tones.card} />
              <SvgText x={px + side * 22} y={ly + 4} textAnchor="middle" fontFamily={FONT.strong} fontSize={12} fill={tones.water}>
                {letters}
              </SvgText>
            </G>
          );
        });
      })}
    </G>
  );
}
