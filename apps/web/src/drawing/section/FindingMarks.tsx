import type { Finding, LineShape, Stretch } from '@alveus/core';
import { distanceOf } from '@alveus/core';
import { Severity } from '@alveus/plan';
import { memo } from 'react';
import { Path } from 'react-native-svg';
import { useTones } from '../../theme/ThemeProvider';
import { box } from '../scale';
import type { SectionFrame } from './frame';
import { PAD } from './frame';

interface FindingMarksProps {
  line: LineShape;
  findings: readonly Finding[];
  frame: SectionFrame;
}

/** Its stretches, or the one place that it is told of. */
function placesOf({ stretches, run, at }: Finding): readonly Pick<Stretch, 'run' | 'from' | 'to'>[] {
  if (stretches.length > 0) return stretches;
  return run === undefined || at === undefined ? [] : [{ run, from: at, to: at }];
}

/** Bars under the section over the stretches that findings speak of, the gravest on top. */
export const FindingMarks = memo(function FindingMarks({ line, findings, frame }: FindingMarksProps) {
  const tones = useTones();
  const bars = new Map<Severity, string>();
  for (const finding of findings) {
    for (const { run, from: low, to: high } of placesOf(finding)) {
      const [from, to] = [distanceOf(line, run, low), distanceOf(line, run, high)];
      if (from === undefined || to === undefined) continue;
      const { x } = frame;
      const middle = (x.to(from) + x.to(to)) / 2;
      const half = Math.max(6, (x.to(to) - x.to(from)) / 2);
      const bar = box(middle - half, frame.height - PAD.bottom - 2, 2 * half, 6);
      bars.set(finding.severity, (bars.get(finding.severity) ?? '') + bar);
    }
  }
  return [...Severity.options].reverse().map((severity) => {
    const d = bars.get(severity);
    return d ? <Path key={severity} d={d} fill={tones[severity]} /> : null;
  });
});
