import type { AtRest, Troubles } from '@alveus/core';
import { Severity } from '@alveus/plan';
import { memo } from 'react';
import { Path } from 'react-native-svg';
import { useTones } from '../../theme/ThemeProvider';
import type { Point } from '../scale';
import { disc, path } from '../scale';
import type { DrawnRun } from './paths';

/** What is told of the network besides where it lies. */
export interface Judgement {
  readonly troubles: Troubles;
  /** Where water stands when rain has stopped. */
  readonly rest: AtRest;
}

interface JudgedProps extends Judgement {
  runs: readonly DrawnRun[];
  placed: ReadonlyMap<string, { x: number; y: number }>;
}

/** Behind the pipes: a band of its colour along each run that something stands against, and water where it stands. */
export const Judged = memo(function Judged({ troubles, rest, runs, placed }: JudgedProps) {
  const tones = useTones();
  const bands = new Map<Severity, string>();
  const add = (severity: Severity, d: string): void => void bands.set(severity, (bands.get(severity) ?? '') + d);
  for (const { run, a, b } of runs) {
    const trouble = troubles.runs.get(run.id);
    if (trouble) add(trouble.severity, piece(a, b, 0, 1));
  }
  const rings = new Map<Severity, string>();
  for (const [id, { severity }] of troubles.nodes) {
    const at = placed.get(id);
    if (at) rings.set(severity, (rings.get(severity) ?? '') + disc(at.x, at.y, 14));
  }
  let [wet, full] = ['', ''];
  for (const { run, a, b } of runs) {
    const stands = rest.runs.get(run.id);
    if (!stands) continue;
    const [from, to] = stands.from === 'low' ? [a, b] : [b, a];
    wet += piece(from, to, 0, stands.wet / run.length);
    if (stands.full > 0) full += piece(from, to, 0, stands.full / run.length);
  }
  return (
    <>
      {[...Severity.options].reverse().map((severity) => (
        <Path
          key={severity}
          d={bands.get(severity) ?? ''}
          stroke={tones[severity]}
          strokeWidth={20}
          strokeLinecap="round"
          opacity={0.5}
        />
      ))}
      {[...Severity.options].reverse().map((severity) => (
        <Path key={severity} d={rings.get(severity) ?? ''} fill={tones.card} stroke={tones[severity]} strokeWidth={4} />
      ))}
      <Path d={wet} stroke={tones.flood} strokeWidth={9} />
      <Path d={full} stroke={tones.flood} strokeWidth={15} />
    </>
  );
});

/** A piece of a run between two shares of it. */
function piece(a: DrawnRun['a'], b: DrawnRun['a'], from: number, to: number): string {
  const at = (share: number): Point => [a.x + (b.x - a.x) * share, a.y + (b.y - a.y) * share];
  return path([at(from), at(to)]);
}
