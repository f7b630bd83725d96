import type { Evaluation, LineResult, Place } from '@alveus/core';
import { lineRoute, placeOn } from '@alveus/core';
import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { LongSection, sectionFrame } from '../../drawing/section';
import type { Source } from '../../drawing/section';
import { useAppSelector } from '../../store';
import { selectAtRest, selectEvaluation, selectFindings } from '../../store/results';
import { PAPER } from '../../theme/tones';
import { Whole } from '../../ui/Printed';
import { StillTrench } from '../parts/TrenchView';

const SECTION = 330;
const TRENCH = 300;

/** The long section of a line, and its trench where that is deepest. */
export function PaperSection({ line, width }: { line: LineResult; width: number }) {
  const evaluation = useAppSelector(selectEvaluation);
  const findings = useAppSelector(selectFindings);
  const rest = useAppSelector(selectAtRest);
  const place = useMemo(() => deepestPlace(evaluation, line), [evaluation, line]);
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

function deepestPlace(evaluation: Evaluation, line: LineResult): Place | undefined {
  let found: { readonly depth: number; readonly along: number } | undefined;
  line.order.runs.forEach(({ id }, index) => {
    const deepest = evaluation.runs.get(id)?.trench?.deepest;
    if (deepest && deepest.depth > (found?.depth ?? 0))
      found = { depth: deepest.depth, along: (line.order.starts[index] ?? 0) + deepest.at };
  });
  return found && placeOn(evaluation, lineRoute(line), found.along);
}

const styles = StyleSheet.create({ frame: { borderWidth: 1, borderColor: PAPER.ink, overflow: 'hidden' } });
