import type { Evaluation, LineResult } from '@alveus/core';
import { cutText } from '@alveus/plan';
import { memo } from 'react';
import { Text as SvgText } from 'react-native-svg';
import { FONT } from '../../theme/theme';
import { useTones } from '../../theme/ThemeProvider';
import type { SectionFrame } from './frame';
import { PAD } from './frame';
import { nodesOf, rowOf } from './moving';

interface NamesProps {
  line: LineResult;
  plan: Evaluation['plan'];
  frame: SectionFrame;
}

/** Names of the nodes along the top, cut where there is no room for the whole. */
export const Names = memo(function Names({ line, plan, frame }: NamesProps) {
  const tones = useTones();
  const nodes = nodesOf(line);
  const room = frame.width / Math.max(1, nodes.length);
  const letters = Math.max(3, Math.floor((room * 2 - 12) / 6.4));
  return nodes.map(({ id, at }, index) => {
    const name = plan.node[id]?.name ?? '?';
    const anchor = index === 0 ? 'start' : index === nodes.length - 1 ? 'end' : 'middle';
    return (
      <SvgText
        key={id}
        x={anchor === 'start' ? PAD.left - 40 : anchor === 'end' ? frame.width - 6 : frame.x.to(at)}
        y={rowOf(index)}
        textAnchor={anchor}
        fontFamily={FONT.strong}
        fontSize={13}
        fill={tones.ink}
      >
        {name.length > letters ? `${cutText(name, letters - 1)}…` : name}
      </SvgText>
    );
  });
});
