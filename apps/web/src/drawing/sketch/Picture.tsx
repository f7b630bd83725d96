import type { Evaluation, NodeSpot, System } from '@alveus/core';
import type { Uuid } from '@alveus/plan';
import { memo, useMemo } from 'react';
import { StyleSheet } from 'react-native';
import Svg, { Path } from 'react-native-svg';
import { useTones } from '../../theme/ThemeProvider';
import { ticks } from '../scale';
import { Chosen } from './Chosen';
import type { Judgement } from './Judged';
import { Judged } from './Judged';
import { Labels } from './Labels';
import type { Strips } from './Strips';
import { StripsOfGround } from './Strips';
import { UtilityLines } from './UtilityLines';
import { arrowPath, drawnRuns, drawnUtilities, nodePaths, servicePaths } from './paths';
import { toPicture } from './view';
import type { Window } from './window';
import { crosses, sameWindow, within } from './window';

export interface PictureProps {
  evaluation: Evaluation;
  spots: ReadonlyMap<Uuid, NodeSpot>;
  zoom: number;
  /** What is drawn; the rest lies out of reach of a pan. */
  window: Window;
  /** Where the frame lay when the zoom was set. */
  frame: Window;
  system: System;
  unit: number;
  chosenNode: Uuid | undefined;
  chosenRun: Uuid | undefined;
  judgement?: Judgement | undefined;
  strips?: Strips | undefined;
}

/** What is on the sketch, in pixels of one zoom, the site's origin at its own. It is not drawn anew for a pan. */
export const Picture = memo(
  function Picture({
    evaluation,
    spots,
    zoom,
    window,
    frame,
    system,
    unit,
    chosenNode,
    chosenRun,
    judgement,
    strips,
  }: PictureProps) {
    const tones = useTones();
    const placed = useMemo(() => new Map([...spots].map(([id, spot]) => [id, toPicture(zoom, spot)])), [spots, zoom]);
    const runs = useMemo(
      () => drawnRuns(evaluation, placed).filter(({ a, b }) => crosses(window, a, b)),
      [evaluation, placed, window],
    );
    const seen = useMemo(() => new Map([...placed].filter(([, spot]) => within(window, spot))), [placed, window]);
    const utilities = useMemo(
      () => drawnUtilities(evaluation, placed, zoom).filter(({ a, b }) => crosses(window, a, b)),
      [evaluation, placed, zoom, window],
    );
    const nodes = useMemo(() => nodePaths(evaluation, seen), [evaluation, seen]);
    const { left, right, top, bottom } = window;
    const pen = { fill: tones.card, stroke: tones.ink, strokeWidth: 2.5 };
    return (
      <Svg
        width={right - left}
        height={bottom - top}
        viewBox={`${left} ${top} ${right - left} ${bottom - top}`}
        aria-hidden
        style={[styles.picture, { left, top }]}
      >
        <Grid window={window} zoom={zoom} unit={unit} />
        <Chosen.Run run={runs.find(({ run }) => run.id === chosenRun)} />
        {strips ? <StripsOfGround strips={strips} runs={runs} zoom={zoom} /> : null}
        {judgement ? <Judged {...judgement} runs={runs} placed={seen} /> : null}
        {servicePaths(runs).map(({ key, d, dash, width }) => (
          <Path
            key={key}
            d={d}
            stroke={tones.ink}
            strokeWidth={width}
            fill="none"
            {...(dash === undefined ? {} : { strokeDasharray: dash })}
          />
        ))}
        <Path d={arrowPath(runs)} fill={tones.water} />
        <UtilityLines utilities={utilities} />
        <Chosen.Node evaluation={evaluation} spots={spots} node={chosenNode} at={placed.get(chosenNode ?? '')} />
        <Path d={nodes.plain} {...pen} />
        <Path d={nodes.outlet} fill={tones.water} stroke={tones.ink} strokeWidth={1.5} />
        <Path d={nodes.bar} stroke={tones.ink} strokeWidth={5} />
        <Labels
          plan={evaluation.plan}
          placed={seen}
          runs={runs}
          utilities={utilities}
          chosen={chosenNode}
          window={window}
          frame={frame}
          system={system}
          judgement={judgement}
        />
      </Svg>
    );
  },
  (a, b) =>
    a.evaluation === b.evaluation &&
    a.spots === b.spots &&
    a.zoom === b.zoom &&
    sameWindow(a.window, b.window) &&
    a.frame === b.frame &&
    a.system === b.system &&
    a.unit === b.unit &&
    a.chosenNode === b.chosenNode &&
    a.chosenRun === b.chosenRun &&
    a.judgement === b.judgement &&
    a.strips === b.strips,
);

/** Pixels between lines, about. */
const APART = 70;

/** Lines at round distances in the reader's unit. */
export const Grid = memo(function Grid({ window, zoom, unit }: { window: Window; zoom: number; unit: number }) {
  const tones = useTones();
  const { left, right, top, bottom } = window;
  const across = ticks(left / zoom, right / zoom, Math.max(4, Math.round((right - left) / APART)), unit);
  const up = ticks(-bottom / zoom, -top / zoom, Math.max(4, Math.round((bottom - top) / APART)), unit);
  const d =
    across.map((east) => `M${(east * zoom).toFixed(1)} ${top}V${bottom}`).join('') +
    up.map((north) => `M${left} ${(-north * zoom).toFixed(1)}H${right}`).join('');
  return <Path d={d} stroke={tones.line} strokeWidth={0.7} fill="none" />;
});

const styles = StyleSheet.create({ picture: { position: 'absolute' } });
