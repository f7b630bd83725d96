import type { Finding } from '@alveus/core';
import { distanceOf, print, say } from '@alveus/core';
import type { Severity } from '@alveus/plan';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { lineChosen, selectEvaluation, stationMoved, useAppDispatch, useAppSelector } from '../store';
import { useTones } from '../theme/ThemeProvider';
import { Icon } from './Icon';
import { Tap } from './Tap';
import { Words } from './Words';

export const SEVERITY_WORD: Record<Severity, string> = { stop: 'Stop', fix: 'Fix', watch: 'Look twice' };

/** The judgement calls, gravest first. Tapping one goes to its place and opens its reasons. */
export function Findings({ findings, quiet }: { findings: readonly Finding[]; quiet: string }) {
  if (findings.length === 0) {
    return (
      <View style={styles.none}>
        <Words tone="settled">{quiet}</Words>
      </View>
    );
  }
  return (
    <View role="list" aria-label="Findings">
      {findings.map((finding) => (
        <FindingRow key={finding.id} finding={finding} />
      ))}
    </View>
  );
}

function FindingRow({ finding }: { finding: Finding }) {
  const tones = useTones();
  const dispatch = useAppDispatch();
  const [open, setOpen] = useState(false);
  const { system, fraction } = useAppSelector((state) => state.settings);
  const evaluation = useAppSelector(selectEvaluation);
  const line = finding.line === undefined ? undefined : evaluation.lines.get(finding.line);
  const distance = line && finding.run !== undefined && finding.at !== undefined ? distanceOf(line, finding.run, finding.at) : undefined;
  const color = tones[finding.severity];
  const press = (): void => {
    setOpen(!open);
    if (finding.line !== undefined) dispatch(lineChosen(finding.line));
    if (distance !== undefined) dispatch(stationMoved(distance));
  };
  const options = { fraction };
  return (
    <View role="listitem" style={[styles.row, { borderColor: tones.line, borderLeftColor: color }]}>
      <Tap onPress={press} style={styles.head} label={`${SEVERITY_WORD[finding.severity]}: ${say(finding.what, system, options)}`}>
        <Icon name={finding.severity} color={color} />
        <View style={styles.text}>
          <Words>
            <Words strong tone={finding.severity}>
              {SEVERITY_WORD[finding.severity]}
            </Words>
            {distance === undefined || !line ? '' : ` at ${print(line.line.startChainage + distance, 'chainage', system)}`}
          </Words>
          <Words>{say(finding.what, system, options)}</Words>
        </View>
      </Tap>
      {open ? (
        <View style={styles.more}>
          {finding.by ? <Words strong>{`By ${print(finding.by.value, finding.by.quantity, system, options)}`}</Words> : null}
          <Words>{say(finding.why, system, options)}</Words>
          {finding.gives.length > 0 ? <Words>{`What could give: ${finding.gives.map((text) => text.charAt(0).toLowerCase() + text.slice(1)).join('; ')}.`}</Words> : null}
          <Words size="small" tone="muted">
            {`Rule: ${finding.source}.${finding.local ? ' The local rule and the inspector decide.' : ''}`}
          </Words>
        </View>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  none: { padding: 16 },
  row: { borderBottomWidth: 1, borderLeftWidth: 6 },
  head: { flexDirection: 'row', justifyContent: 'flex-start', alignItems: 'flex-start', gap: 10, paddingVertical: 10, paddingHorizontal: 12 },
  text: { flex: 1, gap: 2 },
  more: { paddingLeft: 46, paddingRight: 12, paddingBottom: 12, gap: 6 },
});
