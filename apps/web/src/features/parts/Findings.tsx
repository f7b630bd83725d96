import type { Finding, FindingGroup, Give, Help, Stage, Stretch } from '@alveus/core';
import { distanceOf, editsOf, grouped, outletOf, print, ruleNamed, whereIs } from '@alveus/core';
import type { Severity } from '@alveus/plan';
import { useRouter } from 'expo-router';
import { memo, useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useStore } from 'react-redux';
import type { Store } from '../../store';
import { SEVERITY_WORD } from '../../drawing/severity';
import { panelOpened, sheetOpened, useAppDispatch, useAppSelector, wentTo } from '../../store';
import { selectFindings, selectRested } from '../../store/results';
import { newId } from '../../sync/ids';
import { useTones } from '../../theme/ThemeProvider';
import { Button, Heading, Icon, List, Tap, Unseen, useUnits, Words } from '../../ui/measured';
import { useSay } from './useSay';

interface StageFindingsProps {
  /** The stages whose findings are told here; all where it is left out. */
  stages?: readonly Stage[];
  /** Those of them that are told; all where it is left out. */
  only?: (finding: Finding) => boolean;
  /** Said where there are none; nothing is shown at all where this is left out. */
  quiet?: string;
}

/** The judgement calls of a stage, gravest first. */
export const StageFindings = memo(function StageFindings({ stages, only, quiet }: StageFindingsProps) {
  const all = useAppSelector(selectFindings);
  const findings = useMemo(
    () =>
      stages || only
        ? all.filter((finding) => (!stages || stages.includes(finding.stage)) && (!only || only(finding)))
        : all,
    [all, stages, only],
  );
  if (findings.length === 0 && quiet === undefined) return null;
  return (
    <>
      <Heading action={<ToRules />}>{findings.length === 0 ? 'Findings' : `Findings (${findings.length})`}</Heading>
      <Findings findings={findings} quiet={quiet ?? ''} />
    </>
  );
});

/** What decides them is a tap away. */
function ToRules() {
  const router = useRouter();
  const job = useAppSelector((state) => state.job.id);
  return job === null || job === undefined ? null : (
    <Button icon="rules" label="Rules behind the findings" onPress={() => router.push(`/job/${job}/rules`)}>
      Rules
    </Button>
  );
}

/** Rows that are made at once; the rest are made when they are asked for. */
const AT_ONCE = 30;

function Findings({ findings, quiet }: { findings: readonly Finding[]; quiet: string }) {
  const [all, setAll] = useState(false);
  const groups = useMemo(() => grouped(findings), [findings]);
  if (findings.length === 0) {
    return (
      <View style={styles.none}>
        <Words tone="settled">{quiet}</Words>
      </View>
    );
  }
  const more = groups.length - AT_ONCE;
  return (
    <>
      <List label="Findings">
        {(all ? groups : groups.slice(0, AT_ONCE)).map((group) => {
          const [first, ...others] = group.findings;
          // One that is open stays so wherever in the list it comes to stand.
          return first && others.length === 0 ? (
            <FindingRow key={first.id} finding={first} />
          ) : (
            <GroupRow key={`${group.severity}${group.rule}`} group={group} />
          );
        })}
      </List>
      {more > 0 && !all ? (
        <Tap onPress={() => setAll(true)} style={styles.more}>
          <Words strong tone="water">{`Show ${more} more`}</Words>
        </Tap>
      ) : null}
    </>
  );
}

interface HeadProps {
  severity: Severity;
  where: string;
  what: string;
  open: boolean;
  onPress: () => void;
}

/** What is seen of a row as long as it is not open: how grave, where, and what. */
function Head({ severity, where, what, open, onPress }: HeadProps) {
  const tones = useTones();
  return (
    <Tap onPress={onPress} style={styles.head} expanded={open}>
      <Icon name={severity} color={tones[severity]} />
      <View style={styles.text}>
        <Words>
          <Words strong tone={severity}>
            {SEVERITY_WORD[severity]}
          </Words>
          {where}
        </Words>
        <Words>{what}</Words>
      </View>
    </Tap>
  );
}

/** Many alike in one row: it opens to each of them. */
function GroupRow({ group: { rule, severity, findings } }: { group: FindingGroup }) {
  const [open, setOpen] = useState(false);
  const tones = useTones();
  const title = ruleNamed(rule)?.title ?? rule;
  const places = findings.reduce((sum, { stretches }) => sum + Math.max(1, stretches.length), 0);
  return (
    <View role="listitem" style={[styles.row, { borderColor: tones.line, borderLeftColor: tones[severity] }]}>
      <Head
        severity={severity}
        where={` at ${places} places`}
        what={`${title}: ${findings.length} findings`}
        open={open}
        onPress={() => setOpen(!open)}
      />
      {open ? (
        <View style={[styles.inner, { borderColor: tones.line }]}>
          <List label={title}>
            {findings.map((finding) => (
              <FindingRow key={finding.id} finding={finding} />
            ))}
          </List>
        </View>
      ) : null}
    </View>
  );
}

/** Tapping one goes to its place and opens its reasons. */
const FindingRow = memo(function FindingRow({ finding }: { finding: Finding }) {
  const tones = useTones();
  const store = useStore() as Store;
  const [open, setOpen] = useState(false);
  const { system } = useUnits();
  const tell = useSay();
  const chainage = useAppSelector((state) => {
    const there =
      finding.run !== undefined || finding.node !== undefined ? whereIs(finding, selectRested(state)) : undefined;
    return there && there.line.line.startChainage + there.distance;
  });
  const press = (): void => {
    setOpen(!open);
    const there = whereIs(finding, selectRested(store.getState()));
    if (!there) return;
    store.dispatch(wentTo({ line: there.line.id, along: there.distance }));
  };
  const { severity } = finding;
  return (
    <View role="listitem" style={[styles.row, { borderColor: tones.line, borderLeftColor: tones[severity] }]}>
      <Head
        severity={severity}
        where={chainage === undefined ? '' : ` at ${print(chainage, 'chainage', system)}`}
        what={tell(finding.what)}
        open={open}
        onPress={press}
      />
      <Helps finding={finding} />
      {open ? <Reasons finding={finding} /> : null}
    </View>
  );
});

/** What compares ways out of it, at the finding itself. */
function Helps({ finding }: { finding: Finding }) {
  const store = useStore() as Store;
  const helps = ruleNamed(finding.rule)?.helps ?? [];
  if (helps.length === 0 || finding.line === undefined) return null;
  const line = finding.line;
  const go = (): void => {
    const there = whereIs(finding, selectRested(store.getState()));
    if (there) store.dispatch(wentTo({ line: there.line.id, along: there.distance }));
  };
  const show: Readonly<Record<Help, { readonly words: string; readonly on: () => void }>> = {
    ends: {
      words: 'Compare ends',
      on: () => {
        const node = outletOf(selectRested(store.getState()), line);
        if (node !== undefined) store.dispatch(sheetOpened({ sheet: 'ends', node }));
      },
    },
    ways: {
      words: 'What would help',
      on: () => {
        go();
        store.dispatch(panelOpened('least'));
      },
    },
  };
  return (
    <View style={styles.helps}>
      {helps.map((help) => (
        <Button
          key={help}
          onPress={show[help].on}
          label={`${show[help].words}: ${ruleNamed(finding.rule)?.title ?? ''}`}
        >
          {show[help].words}
        </Button>
      ))}
    </View>
  );
}

/** By how much, why, where else, what could give, and whose rule it is. */
function Reasons({ finding }: { finding: Finding }) {
  const tell = useSay();
  const { by, why, gives, source, local, stretches } = finding;
  const words = gives.filter(({ edits, strikes }) => !edits && !strikes).map((give) => lowered(tell(give.words)));
  return (
    <View style={styles.reasons}>
      {by ? <Words strong>{`By ${tell([by])}`}</Words> : null}
      <Words>{tell(why)}</Words>
      {stretches.length > 1 ? <Stretches finding={finding} /> : null}
      {words.length > 0 ? <Words>{`What would help: ${words.join('; ')}.`}</Words> : null}
      <Actions gives={gives} />
      <Words size="small" tone="muted">
        {`Rule: ${source}.${local ? ' The local rule and the inspector decide.' : ''}`}
      </Words>
    </View>
  );
}

const lowered = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

/** What one change of the plan does: tried before it is taken. */
function Actions({ gives }: { gives: readonly Give[] }) {
  const tones = useTones();
  const dispatch = useAppDispatch();
  const tell = useSay();
  const doable = gives.filter(({ edits, strikes }) => edits ?? strikes);
  if (doable.length === 0) return null;
  return (
    <View style={styles.actions}>
      {doable.map((give) => {
        const words = tell(give.words);
        return (
          <Tap
            key={give.strikes?.id ?? words}
            onPress={() => dispatch(sheetOpened({ sheet: 'try', words, edits: editsOf(give, newId) ?? [] }))}
            style={[styles.action, { borderColor: tones.water, backgroundColor: tones.raised }]}
          >
            <Words strong tone="water">
              {words}
            </Words>
            <Unseen>. Try it</Unseen>
          </Tap>
        );
      })}
    </View>
  );
}

/** Each stretch that it holds on: a tap goes to its worst point. */
function Stretches({ finding: { stretches, by } }: { finding: Finding }) {
  const store = useStore() as Store;
  const tell = useSay();
  const lines = useAppSelector((state) => selectRested(state).lines);
  const runs = useAppSelector((state) => selectRested(state).runs);
  const { system } = useUnits();
  const placed = stretches.flatMap((stretch: Stretch) => {
    const line = lines.get(runs.get(stretch.run)?.run.line ?? '');
    const [from, to, at] = [stretch.from, stretch.to, stretch.at].map(
      (along) => line && distanceOf(line, stretch.run, along),
    );
    return line && from !== undefined && to !== undefined && at !== undefined
      ? [{ one: stretch, line, from, to, at }]
      : [];
  });
  return (
    <List label="Stretches">
      {placed.map(({ one: stretch, line, from, to, at }) => {
        const chainage = (along: number): string => print(line.line.startChainage + along, 'chainage', system);
        return (
          <View role="listitem" key={`${stretch.run} ${stretch.from}`}>
            <Tap style={styles.stretch} onPress={() => store.dispatch(wentTo({ line: line.id, along: at }))}>
              <Words tone="water" strong>
                {`${chainage(from)} to ${chainage(to)}`}
              </Words>
              <Words size="small">
                {`${print(to - from, 'distance', system)} long${by && stretch.by > 0 ? `, by ${tell([{ value: stretch.by, quantity: by.quantity }])} at ${chainage(at)}` : ''}`}
              </Words>
            </Tap>
          </View>
        );
      })}
    </List>
  );
}

const styles = StyleSheet.create({
  helps: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, paddingHorizontal: 12, paddingBottom: 8 },
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
  inner: { borderTopWidth: 1, marginLeft: 12 },
  reasons: { paddingLeft: 46, paddingRight: 12, paddingBottom: 12, gap: 6 },
  actions: { gap: 8 },
  action: { borderWidth: 2, paddingHorizontal: 12, paddingVertical: 6 },
  stretch: { paddingVertical: 6 },
  more: { paddingHorizontal: 16 },
});
