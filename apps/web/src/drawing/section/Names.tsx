import type { Evaluation, LineShape } from '@alveus/core';
import { memo } from 'react';
import { Text as SvgText } from 'react-native-svg';
import { drawn } from '../../theme/scale';
import { FONT } from '../../theme/theme';
import { useTones } from '../../theme/ThemeProvider';
import type { SectionFrame } from './frame';
import { nameRows } from './nameRows';

interface NamesProps {
  line: LineShape;
  plan: Evaluation['plan'];
  frame: SectionFrame;
}

/** Names of the nodes along the top. */
export const Names = memo(function Names({ line, plan, frame }: NamesProps) {
  const tones = useTones();
  return nameRows(line, plan, frame).map(({ id, x, y, text }) =>
    text === '' ? null : (
      <SvgText key={id} x={x} y={y} fontFamily={FONT.strong} fontSize={drawn(13)} fill={tones.ink}>
        {text}
      </SvgText>
    ),
  );
});
