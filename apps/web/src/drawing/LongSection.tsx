import type { Evaluation, Finding, LineResult, Place } from '@alveus/core';
import { distanceOf, handDigFor, nodeLevel, print, unitSize } from '@alveus/core';
import type { ItemOf } from '@alveus/plan';
import { useMemo, useRef, useState } from 'react';
import type { GestureResponderEvent } from 'react-native';
import { StyleSheet, View } from 'react-native';
import Svg, { G, Line, Path, Rect, Text as SvgText } from 'react-native-svg';
import { selectEvaluation, selectFindings, selectLine, selectPlace, stationMoved, useAppDispatch, useAppSelector } from '../store';
import { FONT } from '../theme/theme';
import type { Tones } from '../theme/theme';
import { useTones } from '../theme/ThemeProvider';
import { Branches, Crossings } from './Crossings';
import { InvertHandles } from './InvertHandles';
import { lookFill, MaterialDefs } from './materials';
import type { Scale } from './scale';
import { exaggeration, path, scale, ticks } from './scale';
import type { RunShapes } from './sectionGeometry';
import { extentOf, runShapes } from './sectionGeometry';

const PAD = { left: 46, right: 16, top: 44, bottom: 34 };

interface LongSectionProps {
  height: number;
  /** Whether inverts can be dragged here. */
  handles: boolean;
}

/**
 * The long section: ground, trench and pipe along the line from its outlet up, with the station line. A
 * finger, the mouse or the arrow keys move the station line, and every figure follows.
 */
export function LongSection({ height, handles }: LongSectionProps) {
  const tones = useTones();
  const dispatch = useAppDispatch();
  const evaluation = useAppSelector(selectEvaluation);
  const line = useAppSelector(selectLine);
  const place = useAppSelector(selectPlace);
  const findings = useAppSelector(selectFindings);
  const { system } = useAppSelector((state) => state.settings);
  const [width, setWidth] = useState(0);
  const box = useRef<View>(null);

  const outletWater = line?.order.runs[0] ? evaluation.plan.node[line.order.runs[0].lower]?.water : undefined;
  const drawing = useMemo(() => {
    if (!line || line.order.length === 0 || width === 0) return undefined;
    const shapes = runShapes(evaluation, line, 40);
    const extent = extentOf(shapes, [outletWater?.high, outletWater?.normal]);
    const factor = (width - PAD.left - PAD.right) / line.order.length;
    const room = height - PAD.top - PAD.bottom;
    const rise = extent ? extent.highest - extent.lowest : 1;
    const times = exaggeration(rise, room, factor);
    const spare = room - rise * factor * times;
    const x = scale(0, factor, PAD.left);
    const y = scale(extent?.lowest ?? 0, -factor * times, height - PAD.bottom - spare / 3);
    return { shapes, times, x, y };
  }, [evaluation, line, width, height, outletWater]);

  if (!line) return null;
  const length = line.order.length;
  const move = (distance: number): void => void dispatch(stationMoved(Math.min(length, Math.max(0, distance))));
  const touch = (event: GestureResponderEvent): void => {
    const left = (box.current as unknown as HTMLElement).getBoundingClientRect().left + window.scrollX;
    if (drawing) move(drawing.x.from(event.nativeEvent.pageX - left));
  };
  const station = place ? place.chainage - line.line.startChainage : 0;
  const key = (event: { key: string; shiftKey: boolean; preventDefault(): void }): void => {
    const step = unitSize('distance', system) * (event.shiftKey ? 10 : 1);
    const nodes = [...line.order.starts, length];
    const targets: Record<string, number | undefined> = {
      ArrowRight: station + step,
      ArrowLeft: station - step,
      PageUp: nodes.find((node) => node > station + 1e-6),
      PageDown: nodes.findLast((node) => node < station - 1e-6),
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
      ref={box}
      style={[styles.box, { height, backgroundColor: tones.sky, borderColor: tones.line }]}
      onLayout={(event) => setWidth(event.nativeEvent.layout.width)}
    >
      <View
        role="slider"
        aria-label="Station along the line"
        aria-valuemin={0}
        aria-valuemax={length}
        aria-valuenow={station}
        aria-valuetext={stationWords(place, system)}
        tabIndex={0}
        // The web's own key events; React Native's type does not know them.
        {...({ onKeyDown: key } as object)}
        onStartShouldSetResponder={() => true}
        onResponderTerminationRequest={() => false}
        onResponderGrant={touch}
        onResponderMove={touch}
        style={styles.surface}
      >
        {drawing ? (
          <Svg width={width} height={height} aria-hidden>
            <MaterialDefs prefix="long" tones={tones} />
            <Section {...drawing} evaluation={evaluation} line={line} findings={findings} water={outletWater} width={width} height={height} tones={tones} system={system} />
            {place ? <StationLine x={drawing.x.to(station)} y={drawing.y} place={place} width={width} height={height} tones={tones} system={system} /> : null}
          </Svg>
        ) : null}
      </View>
      {drawing && handles ? <InvertHandles line={line} evaluation={evaluation} x={drawing.x} y={drawing.y} /> : null}
    </View>
  );
}

type System = Parameters<typeof print>[2];

function stationWords(place: Place | undefined, system: System): string {
  if (!place) return 'no line yet';
  const { depth, invert } = place.station;
  const said = (name: string, value: number | undefined): string => (value === undefined ? '' : `, ${name} ${print(value, 'elevation', system)}`);
  return `${print(place.chainage, 'chainage', system)}${said('invert', invert)}${said('depth', depth)}`;
}

interface SectionProps {
  evaluation: Evaluation;
  line: LineResult;
  shapes: readonly RunShapes[];
  findings: readonly Finding[];
  water: ItemOf<'node'>['water'];
  times: number;
  x: Scale;
  y: Scale;
  width: number;
  height: number;
  tones: Tones;
  system: System;
}

function Section({ evaluation, line, shapes, findings, water, times, x, y, width, height, tones, system }: SectionProps) {
  const at = ([distance, elevation]: readonly [number, number]): readonly [number, number] => [x.to(distance), y.to(elevation)];
  const text = { fontFamily: FONT.text, fontSize: 12, fill: tones.muted };
  const { profile } = evaluation;
  const unit = unitSize('elevation', system);
  // A tick that would run into the words at the water line gives way to them.
  const waters = [water?.high, water?.normal].filter((level) => level !== undefined);
  const clear = (elevation: number): boolean => waters.every((level) => Math.abs(y.to(elevation) - y.to(level)) > 16);
  const elevations = ticks(y.from(height - PAD.bottom), y.from(PAD.top), 5, unit).filter(clear);
  const start = line.line.startChainage;
  const chainages = ticks(start, start + line.order.length, Math.max(2, Math.floor(width / 90)), unitSize('chainage', system));
  return (
    <G>
      {elevations.map((elevation) => (
        <G key={elevation}>
          <Line x1={PAD.left} x2={width} y1={y.to(elevation)} y2={y.to(elevation)} stroke={tones.line} strokeWidth={1} />
          <SvgText {...text} x={PAD.left - 6} y={y.to(elevation) + 4} textAnchor="end">
            {print(elevation, 'elevation', system, { bare: true }).replace(/(\.\d*?)0+$/, '$1').replace(/\.$/, '')}
          </SvgText>
        </G>
      ))}
      {shapes.map(({ run, ground }) => (
        <Path key={run.id} d={groundFill(ground.map(at), height - PAD.bottom)} fill={tones.earth} opacity={0.45} />
      ))}
      {shapes.map(({ run, layers }) =>
        layers.map((layer, index) => <Path key={`${run.id}${index}`} d={path(layer.points.map(at), true)} fill={lookFill('long', layer.look)} />),
      )}
      {water?.high === undefined ? null : <Water x={x} y={y} level={water.high} words="high water" reach={waterReach(shapes, water.high)} tones={tones} />}
      {water?.normal === undefined ? null : <Water x={x} y={y} level={water.normal} words="usual water" below={water.high !== undefined && Math.abs(y.to(water.high) - y.to(water.normal)) < 30} reach={waterReach(shapes, water.normal)} tones={tones} />}
      {shapes.map(({ run, pipe }) => (
        <PipeShape key={run.id} levels={pipe.map((ends) => ends.map(at))} tones={tones} />
      ))}
      {shapes.map(({ run, ground }) => (
        <Path key={run.id} d={path(ground.map(at))} stroke={tones.ink} strokeWidth={2.5} fill="none" strokeLinejoin="round" />
      ))}
      <Crossings line={line} shapes={shapes} x={x} y={y} bottom={height - PAD.bottom} handDig={handDigFor(profile).each} />
      <Branches line={line} evaluation={evaluation} x={x} y={y} width={width} tones={tones} />
      <Structures line={line} evaluation={evaluation} shapes={shapes} x={x} y={y} width={width} tones={tones} />
      <FindingMarks line={line} findings={findings} x={x} top={height - PAD.bottom + 2} tones={tones} />
      {chainages.map((chainage) => (
        <G key={chainage}>
          <Line x1={x.to(chainage - start)} x2={x.to(chainage - start)} y1={height - PAD.bottom} y2={height - PAD.bottom + 5} stroke={tones.muted} />
          <SvgText {...text} x={x.to(chainage - start)} y={height - PAD.bottom + 18} textAnchor="middle">
            {print(chainage, 'chainage', system).replace(/\.0+$/, '')}
          </SvgText>
        </G>
      ))}
      <SvgText {...text} x={width - 6} y={height - 4} textAnchor="end">
        {times === 1 ? 'Heights to scale' : `Heights drawn ×${times}`}
      </SvgText>
    </G>
  );
}

function groundFill(points: readonly (readonly [number, number])[], base: number): string {
  const first = points[0];
  const last = points[points.length - 1];
  return first && last ? path([...points, [last[0], base], [first[0], base]], true) : '';
}

function PipeShape({ levels, tones }: { levels: readonly (readonly (readonly [number, number])[])[]; tones: Tones }) {
  const [underside, invert, top, crown] = levels;
  if (!underside || !invert || !top || !crown) return null;
  return (
    <G>
      <Path d={path([...underside, ...[...crown].reverse()], true)} fill={tones.dark ? '#D9DEE0' : '#23282B'} />
      <Path d={path([...invert, ...[...top].reverse()], true)} fill={tones.dark ? '#101A20' : '#F4F8FA'} />
      <Path d={path(invert)} stroke={tones.water} strokeWidth={3} />
    </G>
  );
}

/** How far up the line the stated water stands. */
function waterReach(shapes: readonly RunShapes[], water: number): number {
  for (const { run, start } of shapes) {
    const { low, slope } = run.grade;
    if (low === undefined || slope === undefined || low >= water) return start;
    if (slope > 0 && low + slope * run.length >= water) return start + (water - low) / slope;
  }
  const last = shapes[shapes.length - 1];
  return last ? last.start + last.run.length : 0;
}

/** A water level at the outlet; `below` puts its words under its line, where another's stand above. */
function Water({ x, y, level, words, below = false, reach, tones }: { x: Scale; y: Scale; level: number; words: string; below?: boolean; reach: number; tones: Tones }) {
  const top = y.to(level);
  const from = x.to(0) - 30;
  return (
    <G>
      <Line x1={from} x2={Math.max(x.to(0) + 8, x.to(reach))} y1={top} y2={top} stroke="#2F7FB8" strokeWidth={2.5} />
      <Path d={path([[from + 8, top - 10], [from + 20, top - 10], [from + 14, top - 1]], true)} fill="#2F7FB8" />
      <SvgText x={from - 14} y={below ? top + 14 : top - 14} fontFamily={FONT.text} fontSize={12} fill={tones.dark ? '#8CC8EE' : '#155A8A'}>
        {words}
      </SvgText>
    </G>
  );
}

const BOXES: ReadonlySet<string> = new Set(['inlet', 'catch-basin', 'manhole', 'structure', 'tank', 'd-box', 'sump', 'cleanout', 'channel-drain']);

function Structures({ line, evaluation, shapes, x, y, width, tones }: { line: LineResult; evaluation: Evaluation; shapes: readonly RunShapes[]; x: Scale; y: Scale; width: number; tones: Tones }) {
  const { plan, shots } = evaluation;
  const nodes = line.order.runs.map((run, index) => ({ id: run.upper, at: line.order.starts[index + 1] ?? line.order.length, low: shapes[index]?.run.grade.high }));
  const outlet = line.order.runs[0];
  if (outlet) nodes.unshift({ id: outlet.lower, at: 0, low: shapes[0]?.run.grade.low });
  const room = width / Math.max(1, nodes.length);
  // Names stand in two rows by turns, so that they have twice the room.
  const letters = Math.max(3, Math.floor((room * 2 - 12) / 6.4));
  return (
    <G>
      {nodes.map(({ id, at, low }, index) => {
        const node = plan.node[id];
        const ground = nodeLevel(plan, shots, id)?.elevation;
        const px = x.to(at);
        const name = node ? (node.name.length > letters ? `${node.name.slice(0, letters - 1)}…` : node.name) : '?';
        const anchor = index === 0 ? 'start' : index === nodes.length - 1 ? 'end' : 'middle';
        const row = 14 + (index % 2) * 15;
        const box = node && BOXES.has(node.form) && ground !== undefined && low !== undefined;
        return (
          <G key={id}>
            <Line x1={px} x2={px} y1={row + 4} y2={ground === undefined ? (low === undefined ? row + 8 : y.to(low)) : y.to(ground)} stroke={tones.muted} strokeWidth={1} strokeDasharray="2 3" />
            {box ? <Rect x={px - 5} width={10} y={y.to(ground)} height={Math.max(4, y.to(low) - y.to(ground) + 4)} fill={tones.card} stroke={tones.ink} strokeWidth={2} /> : null}
            {box ? <Line x1={px - 8} x2={px + 8} y1={y.to(ground)} y2={y.to(ground)} stroke={tones.ink} strokeWidth={4} /> : null}
            <SvgText x={anchor === 'start' ? PAD.left - 40 : anchor === 'end' ? width - 6 : px} y={row} textAnchor={anchor} fontFamily={FONT.strong} fontSize={13} fill={tones.ink}>
              {name}
            </SvgText>
          </G>
        );
      })}
    </G>
  );
}

/** Bars under the section over the stretches that findings speak of. */
function FindingMarks({ line, findings, x, top, tones }: { line: LineResult; findings: readonly Finding[]; x: Scale; top: number; tones: Tones }) {
  return (
    <G>
      {[...findings].reverse().map((finding) => {
        if (finding.line !== line.id || finding.run === undefined || finding.at === undefined) return null;
        const from = distanceOf(line, finding.run, finding.stretch?.from ?? finding.at);
        const to = distanceOf(line, finding.run, finding.stretch?.to ?? finding.at);
        if (from === undefined || to === undefined) return null;
        const middle = (x.to(from) + x.to(to)) / 2;
        const half = Math.max(6, (x.to(to) - x.to(from)) / 2);
        return <Rect key={finding.id} x={middle - half} width={2 * half} y={top - 4} height={6} rx={3} fill={tones[finding.severity]} />;
      })}
    </G>
  );
}

function StationLine({ x, y, place, width, height, tones, system }: { x: number; y: Scale; place: Place; width: number; height: number; tones: Tones; system: System }) {
  const { ground, bottom, depth } = place.station;
  const right = x < width - 110;
  return (
    <G>
      <Line x1={x} x2={x} y1={PAD.top - 8} y2={height - PAD.bottom} stroke={tones.water} strokeWidth={2} />
      {ground !== undefined && bottom !== undefined ? (
        <Line x1={x} x2={x} y1={y.to(ground)} y2={y.to(bottom)} stroke={tones.water} strokeWidth={6} opacity={0.55} />
      ) : null}
      {depth === undefined || ground === undefined ? null : (
        <G>
          <Rect x={right ? x + 8 : x - 96} y={Math.max(PAD.top - 4, y.to(ground) - 30)} width={88} height={22} rx={4} fill={tones.water} />
          <SvgText x={right ? x + 52 : x - 52} y={Math.max(PAD.top - 4, y.to(ground) - 30) + 16} textAnchor="middle" fontFamily={FONT.strong} fontSize={14} fill={tones.onWater}>
            {`${print(depth, 'depth', system)} deep`}
          </SvgText>
        </G>
      )}
      <Rect x={Math.min(Math.max(x - 34, 2), width - 70)} y={height - PAD.bottom + 8} width={68} height={20} rx={4} fill={tones.water} />
      <SvgText x={Math.min(Math.max(x, 36), width - 36)} y={height - PAD.bottom + 23} textAnchor="middle" fontFamily={FONT.strong} fontSize={14} fill={tones.onWater}>
        {print(place.chainage, 'chainage', system)}
      </SvgText>
    </G>
  );
}

const styles = StyleSheet.create({
  box: { borderBottomWidth: 1, position: 'relative', overflow: 'hidden' },
  surface: { position: 'absolute', top: 0, left: 0, right: 0, bottom: 0, cursor: 'pointer', touchAction: 'none', userSelect: 'none' } as object,
});
