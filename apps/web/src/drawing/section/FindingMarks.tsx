import type { Finding, LineResult } from '@alveus/core';
import { distanceOf } from '@alveus/core';
import { Severity } from '@alveus/plan';
import { memo } from 'react';
import { Path } from 'react-native-svg';
import { useTones } from '../../theme/ThemeProvider';
import { box } from '../scale';
import type { SectionFrame } from './frame';
import { PAD } from './frame';

interface FindingMarksProps {
  line: LineResult;
  findings: readonly Finding[];
  frame: SectionFrame;
}

/** Bars under the section over the stretches that findings speak of, the gravest on top. */
export const FindingMarks = memo(function FindingMarks({ line, findings, frame }: FindingMarksProps) {
  const tones = useTones();
  const bars = new Map<Severity, string>();
  for (const finding of findings) {
    if (finding.line !== line.id || finding.run === undefined || finding.at === undefined) continue;
    const from = distanceOf(line, finding.run, finding.stretch?.from ?? finding.at);
    const to = distanceOf(line, finding.run, finding.stretch?.to ?? finding.at);
    if (from === undefined || to === undefined) continue;
    const { x } = frame;
    const middle = (x.to(from) + x.to(to)) / 2;
    const half = Math.max(6, (x.to(to) - x.to(from)) / 2);
    const bar = box(middle - half, frame.height - PAD.bottom - 2, 2 * half, 6);
    bars.set(finding.severity, (bars.get(finding.severity) ?? '') + bar);
  }
  return [...Severity.options].reverse().map((severity) => {
    const d = bars.get(severity);
    return d ? <Path key={severity} d={d} fill={tones[severity]} /> : null;
  });
});
