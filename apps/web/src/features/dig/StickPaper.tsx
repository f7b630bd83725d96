import { INCH, print } from '@alveus/core';
import { stripsOf } from '@alveus/core/setout';
import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import Svg, { Line, Text } from 'react-native-svg';
import { useAppSelector } from '../../store';
import { selectEvaluation, selectRun } from '../../store/results';
import { FONT } from '../../theme/theme';
import { PAPER } from '../../theme/tones';
import { Words } from '../../ui/measured';
import { Stick } from './Stick';
import type { StickKind } from './stickMarks';
import { marksOf, stickHeight } from './stickMarks';
import { diggingOf } from './useDig';

export interface StickPaperProps {
  kind: StickKind;
  /** Keeps what stands in it on one page. */
  Unparted: (props: { children: ReactNode }) => ReactNode;
}

/** What a strip takes on Letter and A4, and how far one lies over the next, m. */
const SHEET = 0.2;
const LAP = 0.375 * INCH;

/** The stick in strips at its true size, to be glued to a lath. */
export function StickPaper({ kind, Unparted }: StickPaperProps) {
  const evaluation = useAppSelector(selectEvaluation);
  const run = useAppSelector(selectRun);
  const { system, fraction } = useAppSelector((state) => state.settings);
  if (!run) return null;
  const marks = marksOf(kind, run, diggingOf(evaluation));
  const strips = stripsOf(stickHeight(marks), SHEET, LAP);
  const [gauge, long] = system === 'metric' ? ['100 mm', 100] : ['4 in', 101.6];
  return (
    <>
      <Words>
        {`${kind === 'probe' ? 'Probe bar' : `Grade stick for ${run.run.name}`}: strips from the foot up, each glued ${print(LAP, 'thickness', system, { fraction })} over the one before, on a lath whose foot is the foot of the first. Print at 100 %, not fitted to the page.`}
      </Words>
      <Unparted>
        <Svg width="110mm" height="10mm" viewBox="0 0 110 10">
          <Line x1={2} x2={2 + long} y1={3} y2={3} stroke={PAPER.ink} strokeWidth={0.3} />
          <Line x1={2} x2={2} y1={1} y2={5} stroke={PAPER.ink} strokeWidth={0.3} />
          <Line x1={2 + long} x2={2 + long} y1={1} y2={5} stroke={PAPER.ink} strokeWidth={0.3} />
          <Text x={2} y={9} fontSize={3.4} fontFamily={FONT.text} fill={PAPER.ink}>
            {`Measure this before you trust the rest: ${gauge}`}
          </Text>
        </Svg>
      </Unparted>
      <View style={styles.strips}>
        {strips.map((strip) => (
          <Unparted key={strip.from}>
            <Stick marks={marks} strip={strip} scale="mm" system={system} fraction={fraction} />
          </Unparted>
        ))}
      </View>
    </>
  );
}

const styles = StyleSheet.create({ strips: { flexDirection: 'row', flexWrap: 'wrap', gap: 4 } });
