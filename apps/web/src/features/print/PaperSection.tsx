import type { LineResult } from '@alveus/core';
import { lineRoute } from '@alveus/core';
import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { LongSection, sectionFrame } from '../../drawing/section';
import type { Source } from '../../drawing/section';
import { useAppSelector } from '../../store';
import { selectAtRest, selectEvaluation, selectFindings, selectPlace } from '../../store/results';
import { PAPER } from '../../theme/tones';
import { Whole } from '../../ui/Printed';
import { StillTrench } from '../parts/TrenchView';

const SECTION = 330;
const TRENCH = 300;

/** The long section of a line and, of the line that is worked on, the trench at the station. */
export function PaperSection({ line, width }: { line: LineResult; width: number }) {
  const evaluation = useAppSelector(selectEvaluation);
  const findings = useAppSelector(selectFindings);
  const rest = useAppSelector(selectAtRest);
  const place = useAppSelector((state) => {
    const here = selectPlace(state);
    return here?.run.run.line === line.id ? here : undefined;
  });
  const { system, fraction } = useAppSelector((state) => state.settings);
  const route = useMemo(() => lineRoute(line), [line]);
  const inside = width - 2;
  const frame = useMemo(() => sectionFrame(evaluation, line, inside, SECTION), [evaluation, line, inside]);
  const source = useMemo(
    (): Source => ({ now: () => ({ evaluation, line }), follow: () => () => undefined }),
    [evaluation, line],
  );
  if (!frame) return null;
  return (
    <>
      <Whole>
        <View style={styles.frame}>
          <LongSection
            evaluation={evaluation}
            route={route}
            findings={findings}
            rest={rest}
            source={source}
            frame={frame}
            system={system}
            handles={false}
          />
        </View>
      </Whole>
      {place?.station.depth === undefined ? null : (
        <Whole>
          <View style={styles.frame}>
            <StillTrench
              place={place}
              plan={evaluation.plan}
              width={inside}
              height={TRENCH}
              system={system}
              fraction={fraction}
            />
          </View>
        </Whole>
      )}
    </>
  );
}

const styles = StyleSheet.create({ frame: { borderWidth: 1, borderColor: PAPER.ink, overflow: 'hidden' } });
