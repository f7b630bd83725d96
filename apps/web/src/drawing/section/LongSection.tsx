import type { AtRest, Evaluation, Finding, System, Route } from '@alveus/core';
import { numberFor } from '@alveus/core';
import { lowerOf } from '@alveus/plan';
import { memo, useId, useMemo } from 'react';
import Svg, { Path } from 'react-native-svg';
import { useTones } from '../../theme/ThemeProvider';
import { lookFill, LOOKS } from '../looks';
import { MaterialDefs } from '../materials';
import { arrivals } from './arrivals';
import { Axes } from './Axes';
import { Branches } from './Branches';
import { Crossings } from './Crossings';
import { FindingMarks } from './FindingMarks';
import { Holes } from './Holes';
import type { SectionFrame } from './frame';
import { runShapes } from './geometry';
import { Names } from './Names';
import { Natural } from './Natural';
import { Resting } from './Resting';
import type { Source } from './useMoving';
import { useMoving } from './useMoving';
import { Waters } from './Water';

interface LongSectionProps {
  /** As the plan stands at rest. */
  evaluation: Evaluation;
  /** What it goes along. */
  route: Route;
  findings: readonly Finding[];
  /** Where water stands when rain has stopped. */
  rest: AtRest;
  /** As it stands at every frame of a drag. */
  source: Source;
  frame: SectionFrame;
  system: System;
  /** Whether inverts can be taken hold of here. */
  handles: boolean;
}

/** The long section: ground, trench and pipe along a line, or along the whole route of its water, from the low end up. */
export const LongSection = memo(function LongSection({
  evaluation,
  route,
  findings,
  rest,
  source,
  frame,
  system,
  handles,
}: LongSectionProps) {
  const tones = useTones();
  const patterns = useId();
  const moves = useMoving(source, evaluation, frame, handles);
  const { plan, profile } = evaluation;
  const shapes = useMemo(() => runShapes(evaluation, route, frame.x.factor), [evaluation, route, frame]);
  const arriving = useMemo(() => arrivals(route, evaluation, frame), [route, evaluation, frame]);
  const outlet = route.order.runs[0];
  const water = outlet && plan.node[lowerOf(outlet)]?.water;
  const waters = useMemo(() => [water?.high, water?.normal].filter((level) => level !== undefined), [water]);
  return (
    <Svg width={frame.width} height={frame.height} aria-hidden>
      <MaterialDefs prefix={patterns} tones={tones} />
      <Axes frame={frame} route={route} waters={waters} system={system} />
      <Path {...moves('earth')} fill={tones.earth} opacity={0.45} />
      {LOOKS.map((look) => (
        <Path key={look} {...moves(`layer-${look}`)} fill={lookFill(patterns, look)} />
      ))}
      <Holes evaluation={evaluation} line={route} frame={frame} />
      <Waters levels={water} shapes={shapes} frame={frame} />
      <Path {...moves('outside')} fill={tones.pipe} />
      <Path {...moves('inside')} fill={tones.bore} />
      <Resting rest={rest} shapes={shapes} frame={frame} />
      <Path {...moves('invert')} stroke={tones.water} strokeWidth={3} fill="none" />
      <Path {...moves('ground')} stroke={tones.ink} strokeWidth={2.5} fill="none" strokeLinejoin="round" />
      <Natural shapes={shapes} frame={frame} />
      <Crossings evaluation={evaluation} shapes={shapes} frame={frame} handDig={numberFor(profile, 'hand-dig').value} />
      <Path {...moves('arrows')} stroke={tones.water} strokeWidth={3} fill="none" />
      <Branches arrivals={arriving} />
      <Path {...moves('leaders')} stroke={tones.muted} strokeWidth={1} strokeDasharray="2 3" />
      <Path {...moves('boxes')} fill={tones.card} stroke={tones.ink} strokeWidth={2} />
      <Path {...moves('lids')} stroke={tones.ink} strokeWidth={4} />
      <Names line={route} plan={plan} frame={frame} />
      <FindingMarks line={route} findings={findings} frame={frame} />
      <Path {...moves('free')} fill={tones.card} stroke={tones.water} strokeWidth={4} />
      <Path {...moves('fixed')} fill={tones.water} stroke={tones.water} strokeWidth={4} />
    </Svg>
  );
});
