import { changesOf, DEFAULT_PROFILE, evaluate, findingsOf, RULES, STAGE_ORDER } from '@alveus/core';
import type { Profile } from '@alveus/plan';
import { applyEdits, ONLY, same } from '@alveus/plan';
import type { ReactNode } from 'react';
import { useCallback, useEffect, useRef, useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { useAppSelector } from '../../store';
import { selectCommitted } from '../../store/results';
import { useActions } from '../../sync/SyncProvider';
import { useTones } from '../../theme/ThemeProvider';
import { Busy, Button, NameField, Words } from '../../ui/measured';
import { PadArea } from '../../ui';
import { Search } from '../../ui/Search';
import { CompanyRules } from '../company';
import { Effect } from '../parts/Effect';
import { STAGE_WORDS } from '../parts/words';
import { differences } from './differences';
import { Understood } from './RuleMeasure';
import { RuleRow } from './RuleRow';
import { SERVICE_TITLE, ServiceRules } from './ServiceRules';
import { UTILITY_TITLE, UtilityRules } from './UtilityRules';

const NONE: ReadonlySet<string> = new Set();

/** How long nothing is typed before the plan is judged by the new rules, ms. */
const TYPED_OUT = 300;

function countOf(profile: Profile): string {
  const count = differences(profile).length;
  return count === 0 ? 'as shipped' : `${count} changed`;
}

/**
 * The rules that findings judge by. They are part of the plan: type what the local code says. What is changed is tried
 * first: what it does to the plan is told, and it is kept or left.
 */
export function RulesStage() {
  const tones = useTones();
  const { edit } = useActions();
  const inPlan = useAppSelector((state) => state.job.plan.profile[ONLY]) ?? DEFAULT_PROFILE;
  const [tried, setTried] = useState<{ readonly on: Profile; readonly now: Profile }>();
  // What somebody else changed meanwhile goes before what is only tried.
  const profile = tried?.on === inPlan ? tried.now : inPlan;
  /** Fields with something in them that is not understood. */
  const [wrong, setWrong] = useState<ReadonlySet<string>>(NONE);
  const tell = useCallback((field: string, understood: boolean): void => {
    setWrong((before) => {
      if (before.has(field) !== understood) return before;
      const after = new Set(before);
      if (understood) after.delete(field);
      else after.add(field);
      return after;
    });
  }, []);
  const [sought, setSought] = useState('');
  const places = useRef(new Map<string, HTMLElement | null>());
  const put = (now: Profile): void => setTried(same(now, inPlan) ? undefined : { on: inPlan, now });
  const keep = (): void => {
    edit([same(profile, DEFAULT_PROFILE) ? { op: 'remove', kind: 'profile', id: ONLY } : { op: 'put', item: profile }]);
    setTried(undefined);
  };

  const sections = sectionsOf(sought, profile, put);

  return (
    <PadArea style={[styles.screen, { backgroundColor: tones.card }]}>
      <ScrollView style={styles.scroll}>
        <View style={styles.page}>
          <Words size="title" strong heading={2}>
            Rules
          </Words>
          <Words>
            These decide what becomes a finding. They start as common practice and published tables; the local code and
            the inspector come first, so change what they require otherwise. They are saved with the plan.
          </Words>
          <Search label="Search the rules" placeholder="Search the rules" value={sought} onChange={setSought} />
          <View role="group" aria-label="Go to" style={styles.jumps}>
            {sections.map(({ title }) => (
              <Button key={title} onPress={() => places.current.get(title)?.scrollIntoView({ block: 'start' })}>
                {title}
              </Button>
            ))}
          </View>
          <Differing profile={profile} onReset={() => put(DEFAULT_PROFILE)} />
          {sections.length === 0 ? (
            <View role="status">
              <Words>No rule has that in its name.</Words>
            </View>
          ) : null}
          <Understood.Provider value={tell}>
            {sections.map(({ title, body }) => (
              <View
                key={title}
                ref={(box) => void places.current.set(title, box as unknown as HTMLElement | null)}
                style={styles.stage}
              >
                {body}
              </View>
            ))}
          </Understood.Provider>
          <NameField
            key={profile.name}
            label="Name of these rules"
            value={profile.name}
            onChange={(name) => put({ ...profile, name })}
          />
          <CompanyRules profile={profile} noteOf={countOf} onChange={put} />
        </View>
      </ScrollView>
      {tried && profile !== inPlan ? (
        <Trying profile={profile} ready={wrong.size === 0} onKeep={keep} onLeave={() => setTried(undefined)} />
      ) : null}
    </PadArea>
  );
}

interface RuleSection {
  readonly title: string;
  readonly body: ReactNode;
}

/** What most people come for stands first; where something is sought, only what has it in its name. */
function sectionsOf(sought: string, profile: Profile, put: (profile: Profile) => void): readonly RuleSection[] {
  const words = sought.trim().toLowerCase();
  const has = (text: string): boolean => text.toLowerCase().includes(words);
  const tables: RuleSection[] = [
    { title: SERVICE_TITLE, body: <ServiceRules profile={profile} onChange={put} /> },
    { title: UTILITY_TITLE, body: <UtilityRules profile={profile} onChange={put} /> },
  ].filter(({ title }) => has(title));
  const stages = STAGE_ORDER.flatMap((stage): RuleSection[] => {
    const title = STAGE_WORDS[stage];
    const rules = RULES.filter((rule) => rule.stage === stage && (has(rule.title) || has(title)));
    if (rules.length === 0) return [];
    return [
      {
        title,
        body: (
          <>
            <Words size="large" strong heading={3}>
              {title}
            </Words>
            <View role="list" aria-label={`Rules of ${title}`}>
              {rules.map((rule) => (
                <RuleRow key={rule.name} rule={rule} profile={profile} onChange={put} />
              ))}
            </View>
          </>
        ),
      },
    ];
  });
  return [...tables, ...stages];
}

/** What of the rules is not as shipped. */
function Differing({ profile, onReset }: { profile: Profile; onReset: () => void }) {
  const found = differences(profile);
  if (found.length === 0) return <Words tone="muted">No rule is changed.</Words>;
  return (
    <View style={styles.differing}>
      <Words strong>{`Changed: ${found.length}`}</Words>
      <Words size="small">{found.join('; ')}.</Words>
      <Button onPress={onReset}>Back to common practice</Button>
    </View>
  );
}

interface TryingProps {
  profile: Profile;
  /** Whether all that was typed is understood. */
  ready: boolean;
  onKeep: () => void;
  onLeave: () => void;
}

/** What the rules that are tried would find, to be kept or left. */
function Trying({ profile, ready, onKeep, onLeave }: TryingProps) {
  const tones = useTones();
  const before = useAppSelector(selectCommitted);
  const [found, setFound] = useState<{ readonly by: Profile; readonly changes: ReturnType<typeof changesOf> }>();
  useEffect(() => {
    const timer = setTimeout(() => {
      const plan = applyEdits(before.plan, [{ op: 'put', item: profile }]);
      setFound({ by: profile, changes: changesOf(findingsOf(before), findingsOf(evaluate(plan, before))) });
    }, TYPED_OUT);
    return () => clearTimeout(timer);
  }, [before, profile]);
  // What is being typed is not hidden by what it does.
  const foundHere = found?.by === profile;
  useEffect(() => {
    const typing = document.activeElement;
    if (typing instanceof HTMLInputElement) typing.scrollIntoView({ block: 'center' });
  }, [foundHere, ready]);
  return (
    <View style={[styles.trying, { borderColor: tones.line, backgroundColor: tones.raised }]}>
      {/* The arrows scroll it: there is nothing in it that a key could reach otherwise. */}
      <ScrollView style={styles.effect} role="region" aria-label="What these rules do" tabIndex={0}>
        <View role="status" style={styles.said}>
          <Words strong>These rules are on trial, not saved yet. What they do to this plan:</Words>
          {foundHere ? <Effect changes={found.changes} /> : <Busy>Checking the plan…</Busy>}
        </View>
      </ScrollView>
      {ready ? null : <Words tone="stop">A figure above is not understood yet: finish it before you save.</Words>}
      <View style={styles.buttons}>
        <Button onPress={onLeave}>Discard</Button>
        <Button kind="main" onPress={onKeep} disabled={!ready}>
          Save rules
        </Button>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  screen: { flex: 1 },
  scroll: { flex: 1, minHeight: 120 },
  page: { padding: 16, gap: 14, maxWidth: 720, width: '100%', alignSelf: 'center', paddingBottom: 48 },
  stage: { gap: 10 },
  jumps: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  differing: { gap: 6, alignItems: 'flex-start' },
  trying: { flexShrink: 1, borderTopWidth: 2, padding: 12, gap: 10 },
  effect: { flexShrink: 1, maxHeight: 180 },
  said: { gap: 8 },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: 10, justifyContent: 'flex-end' },
});
