import type { Evaluation, NodeSpot } from '@alveus/core';
import { deflection, print } from '@alveus/core';
import type { System } from '@alveus/core';
import type { ItemOf, Uuid } from '@alveus/plan';
import { memo } from 'react';
import Svg, { Circle, G, Line, Path, Rect, Text as SvgText } from 'react-native-svg';
import { FONT } from '../theme/theme';
import type { Tones } from '../theme/theme';
import { ticks } from './scale';
import { SERVICE_MARKS } from './services';
import type { SketchView, Size } from './sketchView';
import { toScreen, toSite } from './sketchView';
import { UTILITY_MARKS } from './utilities';

interface SketchPictureProps {
  evaluation: Evaluation;
  spots: ReadonlyMap<Uuid, NodeSpot>;
  view: SketchView;
  size: Size;
  tones: Tones;
  system: System;
  unit: number;
  chosenNode: Uuid | undefined;
  chosenRun: Uuid | undefined;
  /** Drawn around the frame, so that a drag shows no bare edge. */
  margin: number;
}

/** What is on the sketch, in pixels of one view. Drawn again only when the view or the plan has changed. */
export const SketchPicture = memo(function SketchPicture({ evaluation, spots, view, size, tones, system, unit, chosenNode, chosenRun, margin }: SketchPictureProps) {
  const { plan } = evaluation;
  const at = (spot: { east: number; north: number }): { x: number; y: number } => {
    const { x, y } = toScreen(view, size, spot);
    return { x: x + margin, y: y + margin };
  };
  const seen = ({ x, y }: { x: number; y: number }): boolean => x > -60 && y > -60 && x < size.width + 2 * margin + 60 && y < size.height + 2 * margin + 60;
  const placed = new Map([...spots].map(([id, spot]) => [id, at(spot)]));
  const runs = [...evaluation.runs.values()].flatMap((run) => {
    const [a, b] = [placed.get(run.run.lower), placed.get(run.run.upper)];
    const line = plan.line[run.run.line];
    return a && b && line && (seen(a) || seen(b) || seen({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 })) ? [{ run, a, b, line, long: Math.hypot(b.x - a.x, b.y - a.y) }] : [];
  });
  const words = labelsOf();
  return (
    <Svg width={size.width + 2 * margin} height={size.height + 2 * margin} aria-hidden>
      <Grid view={view} size={size} margin={margin} tones={tones} unit={unit} />
      {runs.map(({ run, a, b, line }) => {
        const { dash, width } = SERVICE_MARKS[line.service];
        return (
          <G key={run.id}>
            {chosenRun === run.id ? <Line x1={a.x} y1={a.y} x2={b.x} y2={b.y} stroke={tones.waterSoft} strokeWidth={18} strokeLinecap="round" /> : null}
            <Line x1={a.x} y1={a.y} x2={b.x} y2={b.y} stroke={chosenRun === run.id ? tones.water : tones.ink} strokeWidth={width} strokeDasharray={dash} />
          </G>
        );
      })}
      {runs.map(({ run, a, b, long }) =>
        long < 30 ? null : <Path key={run.id} d="M5 -5-5 0 5 5Z" fill={tones.water} transform={`translate(${(a.x + b.x) / 2}, ${(a.y + b.y) / 2}) rotate(${(Math.atan2(b.y - a.y, b.x - a.x) * 180) / Math.PI})`} />,
      )}
      {[...evaluation.runs.values()].flatMap((run) => run.crossings.map((result) => {
        const [a, b] = [placed.get(run.run.lower), placed.get(run.run.upper)];
        if (!a || !b || run.length <= 0) return null;
        const mark = UTILITY_MARKS[result.crossing.utility];
        const [ux, uy] = [(b.x - a.x) / run.length, (b.y - a.y) / run.length];
        const long = Math.hypot(ux, uy) || 1;
        const [nx, ny] = [-uy / long, ux / long];
        const { lies } = result.crossing;
        const points = lies.how === 'across'
          ? [{ x: a.x + ux * lies.at + nx * 34, y: a.y + uy * lies.at + ny * 34 }, { x: a.x + ux * lies.at - nx * 34, y: a.y + uy * lies.at - ny * 34 }]
          : [lies.from, lies.to].map((along) => ({ x: a.x + ux * along + nx * lies.off * view.zoom, y: a.y + uy * along + ny * lies.off * view.zoom }));
        const [p, q] = points as [{ x: number; y: number }, { x: number; y: number }];
        return (
          <G key={result.crossing.id}>
            <Line x1={p.x} y1={p.y} x2={q.x} y2={q.y} stroke={mark.colour} strokeWidth={4} strokeDasharray="9 4" />
            <Circle cx={p.x} cy={p.y} r={9} fill={mark.colour} />
            <SvgText x={p.x} y={p.y + 4.5} textAnchor="middle" fontFamily={FONT.strong} fontSize={12} fill="#FFFFFF">
              {mark.letter}
            </SvgText>
          </G>
        );
      }))}
      {[...placed].map(([id, here]) => {
        const node = plan.node[id];
        if (!node || !seen(here)) return null;
        const chosen = chosenNode === id;
        const outlet = !evaluation.topology.leaving.has(id);
        return (
          <G key={id}>
            {chosen ? <Circle cx={here.x} cy={here.y} r={17} fill={tones.waterSoft} stroke={tones.water} strokeWidth={3} /> : null}
            <NodeMark form={node.form} outlet={outlet} x={here.x} y={here.y} tones={tones} />
            {chosen ? <Turn evaluation={evaluation} spots={spots} node={id} x={here.x} y={here.y} tones={tones} /> : null}
          </G>
        );
      })}
      {words.map(({ key, x, y, text: label, strong }) => (
        <G key={key}>
          <SvgText x={x} y={y} fontFamily={strong ? FONT.strong : FONT.text} fontSize={13} fill={tones.sky} stroke={tones.sky} strokeWidth={4} strokeLinejoin="round">
            {label}
          </SvgText>
          <SvgText x={x} y={y} fontFamily={strong ? FONT.strong : FONT.text} fontSize={13} fill={strong ? tones.ink : tones.muted}>
            {label}
          </SvgText>
        </G>
      ))}
    </Svg>
  );

  /** Names of nodes, then services and lengths of runs: each where it finds room, the chosen first. What finds none is left out until one looks closer. */
  function labelsOf(): { key: string; x: number; y: number; text: string; strong: boolean }[] {
    // The buttons at the lower right cover what lies there.
    const taken: Box[] = [
      { left: margin + size.width - 66, right: margin + size.width, top: margin + size.height - 164, bottom: margin + size.height },
      ...[...placed.values()].filter(seen).map(({ x, y }) => ({ left: x - 9, right: x + 9, top: y - 9, bottom: y + 9 })),
    ];
    const chosen = chosenNode === undefined ? undefined : placed.get(chosenNode);
    if (chosen) taken.push({ left: chosen.x + 10, right: chosen.x + 80, top: chosen.y + 10, bottom: chosen.y + 26 });
    const inFrame = (box: Box): boolean => box.left > margin + 2 && box.right < margin + size.width - 2;
    const nodes = [...placed].filter(([id, here]) => plan.node[id] && seen(here)).sort(([a], [b]) => Number(b === chosenNode) - Number(a === chosenNode));
    const labels: { key: string; x: number; y: number; text: string; strong: boolean }[] = [];
    const put = (key: string, label: string, strong: boolean, spots: readonly (readonly [number, number])[]): void => {
      const wide = label.length * 6.7;
      for (const [x, y] of spots) {
        const box = { left: x, right: x + wide, top: y - 12, bottom: y + 4 };
        // A name goes over the edge only where its node does.
        if (!inFrame(box) && spots.some(([other]) => inFrame({ ...box, left: other, right: other + wide }))) continue;
        if (taken.some((other) => other.left < box.right && other.right > box.left && other.top < box.bottom && other.bottom > box.top)) continue;
        taken.push(box);
        labels.push({ key, x, y, text: label, strong });
        return;
      }
    };
    for (const [id, { x, y }] of nodes) {
      const name = plan.node[id]?.name ?? '';
      const wide = name.length * 6.7;
      put(id, name, true, [[x + 13, y + 5], [x - 13 - wide, y + 5], [x - wide / 2, y - 14], [x - wide / 2, y + 25], [x + 11, y - 9], [x + 11, y + 20], [x - 11 - wide, y - 9], [x - 11 - wide, y + 20]]);
    }
    for (const { run, a, b, line } of runs) {
      const label = `${SERVICE_MARKS[line.service].letters} ${print(run.length, 'distance', system).replace(/\.00? /, ' ')}`;
      const wide = label.length * 6.7;
      const [mx, my] = [(a.x + b.x) / 2, (a.y + b.y) / 2];
      put(run.id, label, false, [[mx + 9, my - 7], [mx + 9, my + 17], [mx - wide - 9, my - 7], [mx - wide - 9, my + 17], [mx - wide / 2, my - 10], [mx - wide / 2, my + 20]]);
    }
    return labels;
  }
});

interface Box {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

/** What stands at a node, as a mark of its own. */
function NodeMark({ form, outlet, x, y, tones }: { form: ItemOf<'node'>['form']; outlet: boolean; x: number; y: number; tones: Tones }) {
  const pen = { fill: tones.card, stroke: tones.ink, strokeWidth: 2.5 };
  if (form === 'stub-out') return <Path d={`M${x - 11} ${y + 9}V${y - 3}L${x} ${y - 12}L${x + 11} ${y - 3}V${y + 9}Z`} {...pen} />;
  if (form === 'tank') return <Rect x={x - 13} y={y - 8} width={26} height={16} rx={8} {...pen} />;
  if (form === 'lateral-end') return <Line x1={x - 8} x2={x + 8} y1={y} y2={y} stroke={tones.ink} strokeWidth={5} />;
  if (form === 'downspout') return <Path d={`M${x - 7} ${y - 7}H${x + 7}L${x} ${y + 8}Z`} {...pen} />;
  if (outlet) return <Path d={`M${x - 9} ${y - 8}H${x + 9}L${x} ${y + 9}Z`} fill={tones.water} stroke={tones.ink} strokeWidth={1.5} />;
  if (BOX.has(form)) return <Rect x={x - 7} y={y - 7} width={14} height={14} {...pen} />;
  return <Circle cx={x} cy={y} r={5} {...pen} />;
}

const BOX: ReadonlySet<string> = new Set(['inlet', 'catch-basin', 'manhole', 'structure', 'tank', 'd-box', 'sump', 'channel-drain']);

/** How far the line turns at the chosen node. */
function Turn({ evaluation, spots, node, x, y, tones }: { evaluation: Evaluation; spots: ReadonlyMap<Uuid, NodeSpot>; node: Uuid; x: number; y: number; tones: Tones }) {
  const [out] = evaluation.topology.leaving.get(node) ?? [];
  const below = out === undefined ? undefined : evaluation.plan.run[out];
  const above = evaluation.topology.arriving.get(node)?.map((id) => evaluation.plan.run[id]).find((run) => run && run.line === below?.line);
  const [a, b, c] = [below && spots.get(below.lower), spots.get(node), above && spots.get(above.upper)];
  if (!a || !b || !c) return null;
  return (
    <SvgText x={x + 12} y={y + 22} fontFamily={FONT.text} fontSize={13} fill={tones.water}>
      {`turns ${Math.round((deflection(a, b, c) * 180) / Math.PI)}°`}
    </SvgText>
  );
}

function Grid({ view, size, margin, tones, unit }: { view: SketchView; size: Size; margin: number; tones: Tones; unit: number }) {
  const from = toSite(view, size, -margin, size.height + margin);
  const to = toSite(view, size, size.width + margin, -margin);
  const most = Math.max(4, Math.round((size.width + 2 * margin) / 70));
  const easts = ticks(from.east, to.east, most, unit);
  const norths = ticks(from.north, to.north, Math.max(4, Math.round((size.height + 2 * margin) / 70)), unit);
  return (
    <G>
      {easts.map((east) => {
        const { x } = toScreen(view, size, { east, north: 0 });
        return <Line key={`e${east}`} x1={x + margin} x2={x + margin} y1={0} y2={size.height + 2 * margin} stroke={tones.line} strokeWidth={0.7} />;
      })}
      {norths.map((north) => {
        const { y } = toScreen(view, size, { east: 0, north });
        return <Line key={`n${north}`} y1={y + margin} y2={y + margin} x1={0} x2={size.width + 2 * margin} stroke={tones.line} strokeWidth={0.7} />;
      })}
    </G>
  );
}
