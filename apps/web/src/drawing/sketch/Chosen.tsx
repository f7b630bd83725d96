import type { Evaluation, NodeSpot } from '@alveus/core';
import { deflection } from '@alveus/core';
import { lowerOf, upperOf } from '@alveus/plan';
import type { Uuid } from '@alveus/plan';
import { Circle, G, Line, Text as SvgText } from 'react-native-svg';
import { drawn } from '../../theme/scale';
import { FONT } from '../../theme/theme';
import { useTones } from '../../theme/ThemeProvider';
import type { DrawnRun } from './paths';

function ChosenRun({ run }: { run: DrawnRun | undefined }) {
  const tones = useTones();
  if (!run) return null;
  const ends = { x1: run.a.x, y1: run.a.y, x2: run.b.x, y2: run.b.y };
  return (
    <G>
      <Line {...ends} stroke={tones.waterSoft} strokeWidth={18} strokeLinecap="round" />
      <Line {...ends} stroke={tones.water} strokeWidth={8} />
    </G>
  );
}

interface ChosenNodeProps {
  evaluation: Evaluation;
  spots: ReadonlyMap<Uuid, NodeSpot>;
  node: Uuid | undefined;
  at: { x: number; y: number } | undefined;
}

/** The chosen node, and how far the line turns there. */
function ChosenNode({ evaluation, spots, node, at }: ChosenNodeProps) {
  const tones = useTones();
  if (node === undefined || !at) return null;
  const turn = turnAt(evaluation, spots, node);
  return (
    <G>
      <Circle cx={at.x} cy={at.y} r={17} fill={tones.waterSoft} stroke={tones.water} strokeWidth={3} />
      {turn === undefined ? null : (
        <SvgText x={at.x + 12} y={at.y + 22} fontFamily={FONT.text} fontSize={drawn(13)} fill={tones.water}>
          {`turns ${turn}°`}
        </SvgText>
      )}
    </G>
  );
}

function turnAt({ topology, plan }: Evaluation, spots: ReadonlyMap<Uuid, NodeSpot>, node: Uuid): number | undefined {
  const [out] = topology.leaving.get(node) ?? [];
  const below = out === undefined ? undefined : plan.run[out];
  const above = topology.arriving
    .get(node)
    ?.map((id) => plan.run[id])
    .find((run) => run && run.line === below?.line);
  const [a, b, c] = [below && spots.get(lowerOf(below)), spots.get(node), above && spots.get(upperOf(above))];
  return a && b && c ? Math.round((deflection(a, b, c) * 180) / Math.PI) : undefined;
}

/** What is chosen, behind and before the marks of everything. */
export const Chosen = { Run: ChosenRun, Node: ChosenNode };
