import { memo, useMemo } from 'react';
import { Text as SvgText } from 'react-native-svg';
import { drawn } from '../../theme/scale';
import { FONT } from '../../theme/theme';
import { useTones } from '../../theme/ThemeProvider';
import { haloOf } from '../halo';
import type { Label, LabelsOf, Stand } from './labelPlaces';
import { labelsOf } from './labelPlaces';

/** Words on the sketch. Finding room for them takes the longest of all on it: a step of its own. */
export const Labels = memo(function Labels({
  plan,
  placed,
  runs,
  utilities,
  chosen,
  window,
  frame,
  system,
  judgement,
}: LabelsOf) {
  const labels = useMemo(
    () => labelsOf({ plan, placed, runs, utilities, chosen, window, frame, system, judgement }),
    [plan, placed, runs, utilities, chosen, window, frame, system, judgement],
  );
  return labels.map(({ key, at, ...label }) => <LabelText key={key} {...at} {...label} />);
});

const LabelText = memo(function LabelText({ x, y, anchor, text, strong, severity }: Omit<Label, 'key' | 'at'> & Stand) {
  const tones = useTones();
  return (
    <SvgText
      x={x}
      y={y}
      textAnchor={anchor}
      fontFamily={strong ? FONT.strong : FONT.text}
      fontSize={drawn(13)}
      fill={severity ? tones[severity] : strong ? tones.ink : tones.muted}
      {...haloOf(tones)}
    >
      {text}
    </SvgText>
  );
});
