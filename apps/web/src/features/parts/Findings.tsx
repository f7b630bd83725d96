import type { Finding, LineResult } from '@alveus/core';
import { distanceOf, print, say } from '@alveus/core';
import type { Severity } from '@alveus/plan';
import { memo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { lineChosen, stationMoved, useAppDispatch, useAppSelector } from '../../store';
import { selectFindings, selectRested } from '../../store/results';
import { useTones } from '../../theme/ThemeProvider';
import { Heading, Icon, List, Tap, useUnits, Words } from '../../ui/measured';

export const SEVERITY_WORD: Record<Severity, string> = { stop: 'Stop', fix: 'Fix', watch: 'Look twice' };

interface StageFindingsProps {
  /** Which of them belong to this stage; all where it is left out. */
  rules?: ReadonlySet<string>;
  /** Said where there are none; nothing is shown at all where this is left out. */
  quiet?: string;
}

/** The judgement calls of a stage, gravest first. */
export const StageFindings = memo(function StageFindings({ rules, quiet }: StageFindingsProps) {
  const all = useAppSelector(selectFindings);
  const findings = rules ? all.filter(({ rule }) => rules.has(rule)) : all;
  if (findings.length === 0 && quiet === undefined) return null;
  return (
    <>
      <Heading>{findings.length === 0 ? 'Findings' : `Findings (${findings.length})`}</Heading>
      <Findings findings={findings} quiet={quiet ?? ''} />
    </>
  );
});

/** Rows that are made at once; the rest are made when they are asked for. */
const AT_ONCE = 30;

/** Tapping one goes to its place and opens its reasons. */
function Findings({ findings, quiet }: { findings: readonly Finding[]; quiet: string }) {
  const [all, setAll] = useState(false);
  const lines = useAppSelector((state) => selectRested(state).lines);
  if (findings.length === 0) {
    return (
      <View style={styles.none}>
        <Words tone="settled">{quiet}</Words>
      </View>
    );
  }
  const more = findings.length - AT_ONCE;
  return (
    <>
      <List label="Findings">
        {(all ? findings : findings.slice(0, AT_ONCE)).map((finding) => (
          <FindingRow key={finding.id} finding={finding} line={lines.get(finding.line ?? '')} />
        ))}
      </List>
      {more > 0 && !all ? (
        <Tap onPress={() => setAll(true)} style={styles.more}>
          <Words strong tone="water">{`Show ${more} more`}</Words>
        </Tap>
      ) : null}
    </>
  );
}

interface FindingRowProps {
  finding: Finding;
  /** The line it is about, if it is about one. */
  line: LineResult | undefined;
}

const FindingRow = memo(function FindingRow({ finding, line }: FindingRowProps) {
  const tones = useTones();
  const dispatch = useAppDispatch();
  const [open, setOpen] = useState(false);
  const { system, fraction } = useUnits();
  const distance =
    line && finding.run !== undefined && finding.at !== undefined
      ? distanceOf(line, finding.run, finding.at)
      : undefined;
  const color = tones[finding.severity];
  const word = SEVERITY_WORD[finding.severity];
  const press = (): void => {
    setOpen(!open);
    if (finding.line !== undefined) dispatch(lineChosen(finding.line));
    if (distance !== undefined) dispatch(stationMoved(distance));
  };
  const what = say(finding.what, system, { fraction });
  const where =
    distance === undefined || !line ? '' : ` at ${print(line.line.startChainage + distance, 'chainage', system)}`;
  return (
    <View role="listitem" style={[styles.row, { borderColor: tones.line, borderLeftColor: color }]}>
      <Tap onPress={press} style={styles.head} expanded={open}>
        <Icon name={finding.severity} color={color} />
        <View style={styles.text}>
          <Words>
            <Words strong tone={finding.severity}>
              {word}
            </Words>
            {where}
          </Words>
          <Words>{what}</Words>
        </View>
      </Tap>
      {open ? <Reasons finding={finding} /> : null}
    </View>
  );
});

/** By how much, why, what could give, and whose rule it is. */
function Reasons({ finding }: { finding: Finding }) {
  const { system, fraction } = useUnits();
  const { by, why, gives, source, local } = finding;
  const lowered = gives.map((text) => text.charAt(0).toLowerCase() + text.slice(1));
  return (
    <View style={styles.reasons}>
      {by ? <Words strong>{`By ${print(by.value, by.quantity, system, { fraction })}`}</Words> : null}
      <Words>{say(why, system, { fraction })}</Words>
      {lowered.length > 0 ? <Words>{`What could give: ${lowered.join('; ')}.`}</Words> : null}
      <Words size="small" tone="muted">
        {`Rule: ${source}.${local ? ' The local rule and the inspector decide.' : ''}`}
      </Words>
    </View>
  );
}

const styles = StyleSheet.create({
  none: { padding: 16 },
  row: { borderBottomWidth: 1, borderLeftWidth: 6 },
  head: {
    flexDirection: 'row',
    justifyContent: 'flex-start',
    alignItems: 'flex-start',
    gap: 10,
    paddingVertical: 10,
    paddingHorizontal: 12,
  },
  text: { flex: 1, gap: 2 },
  reasons: { paddingLeft: 46, paddingRight: 12, paddingBottom: 12, gap: 6 },
  more: { paddingHorizontal: 16 },
});
