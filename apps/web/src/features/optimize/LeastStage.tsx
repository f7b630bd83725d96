import type { Evaluation, FindingChanges, Route } from '@alveus/core';
import { changesOf, evaluate, findingsOf, FOOT, numberFor } from '@alveus/core';
import type { Against, DigLeast, LeftOut, Money, Proposal, ProposedRun } from '@alveus/core/optimize';
import { acceptEdits, digLeast } from '@alveus/core/optimize';
import type { Edit } from '@alveus/plan';
import { applyEdits, Thickness } from '@alveus/plan';
import { useEffect, useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { SectionFrame } from '../../drawing/section';
import type { Levels } from '../../drawing/section/Over';
import { Before } from '../../drawing/section/Over';
import { draftRested, draftSet, panelOpened, settingsChanged, useAppDispatch, useAppSelector } from '../../store';
import { selectCommitted, selectEvaluation } from '../../store/results';
import { useActions } from '../../sync/SyncProvider';
import {
  Busy,
  Button,
  Choice,
  FigureGrid,
  Heading,
  IconButton,
  MeasureField,
  usePrint,
  useUnits,
  Words,
} from '../../ui/measured';
import { Effect } from '../parts/Effect';
import { LineBar } from '../parts/LineBar';
import { SectionView, useRoute } from '../parts/SectionView';
import { SketchView } from '../parts/SketchView';
import { StageLayout } from '../parts/StageLayout';
import { Keepings } from './Keepings';
import { LeastRow } from './LeastRow';
import { Limits } from './Limits';
import { WaysOut } from './WaysOut';

const DRAWINGS = [
  { above: 276, draw: (height: number) => <SectionView height={height} handles={false} over={overlaid} /> },
  { above: 0, draw: (height: number) => <SketchView height={height} /> },
] as const;

function overlaid(frame: SectionFrame) {
  return <AsItIs frame={frame} />;
}

/** The inverts of the plan as it stands, over what is proposed. */
function AsItIs({ frame }: { frame: SectionFrame }) {
  const evaluation = useAppSelector(selectCommitted);
  const route = useRoute(evaluation);
  const lines = useMemo(() => (route ? invertLines(evaluation, route) : []), [evaluation, route]);
  return <Before frame={frame} lines={lines} />;
}

/** Longest that is waited for the best, ms. */
const PATIENCE = 3000;

/** What is proposed for the plan as it stands, worked out anew when that changes. */
function useLeast(watch: boolean, money: Money | undefined): DigLeast | undefined {
  const before = useAppSelector(selectCommitted);
  const { system } = useUnits();
  const [found, setFound] = useState<{ readonly of: unknown; readonly least: DigLeast }>();
  const key = useMemo(() => ({ before, watch, system, money }), [before, watch, system, money]);
  useEffect(() => {
    // Once what says that it is worked out is on the screen.
    const timer = setTimeout(() => {
      const until = performance.now() + PATIENCE;
      setFound({ of: key, least: digLeast(key.before, key, () => performance.now() < until) });
    }, 0);
    return () => clearTimeout(timer);
  }, [key]);
  return found?.of === key ? found.least : undefined;
}

/** Inverts that work for all networks and dig least, over the plan as it stands. */
export function LeastStage() {
  const dispatch = useAppDispatch();
  const [watch, setWatch] = useState(true);
  const [money, setMoney] = useState<Money>();
  const least = useLeast(watch, money);
  const before = useAppSelector(selectCommitted);
  const edits = useMemo(() => (least?.ok ? acceptEdits(before, least) : NO_EDITS), [before, least]);
  useEffect(() => {
    dispatch(draftSet(edits));
    dispatch(draftRested());
    return () => void dispatch(draftSet([]));
  }, [dispatch, edits]);
  const proposal = least?.ok ? least : undefined;
  const changes = useMemo(
    () => proposal && changesOf(findingsOf(before), findingsOf(evaluate(applyEdits(before.plan, edits), before))),
    [before, proposal, edits],
  );
  const rows = useMemo(
    () =>
      proposal
        ? upTheLines(before, proposal.runs).map((run) => ({
            key: run.run,
            render: () => <LeastRow proposal={proposal} run={run} />,
          }))
        : [],
    [before, proposal],
  );
  return (
    <StageLayout
      stage="grade"
      drawings={DRAWINGS}
      numbers={
        <>
          <Heading action={<IconButton name="close" label="Close" onPress={() => dispatch(panelOpened(null))} />}>
            Least digging
          </Heading>
          <LineBar />
          {least === undefined ? <Busy>Working out the least digging…</Busy> : null}
          {proposal && changes ? <Proposed proposal={proposal} edits={edits} changes={changes} watch={watch} /> : null}
          {least && !least.ok ? <Nothing least={least} watch={watch} /> : null}
          {least ? <Left left={least.left} /> : null}
        </>
      }
      rows={rows}
      after={
        <>
          {changes ? (
            <View style={styles.body}>
              <Effect changes={changes} />
            </View>
          ) : null}
          <Asked watch={watch} onWatch={setWatch} money={money} onMoney={setMoney} />
        </>
      }
    />
  );
}

/** Line by line, each from its outlet up. */
function upTheLines({ lines }: Evaluation, runs: readonly ProposedRun[]): readonly ProposedRun[] {
  const by = new Map(runs.map((run) => [run.run, run]));
  return [...lines.values()].flatMap(({ order }) => order.runs.flatMap(({ id }) => by.get(id) ?? []));
}

const NO_EDITS: readonly Edit[] = [];

interface ProposedProps {
  proposal: Proposal;
  edits: readonly Edit[];
  changes: FindingChanges;
  watch: boolean;
}

function Proposed({ proposal, edits, changes, watch }: ProposedProps) {
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const print = usePrint();
  const { before, after, gap, runs, against, late } = proposal;
  const exact = runs.filter((run) => run.step === undefined).length;
  const finer = runs.filter((run) => run.finer).length;
  const less = before === undefined || before <= 0 ? undefined : (before - after) / before;
  return (
    <>
      <FigureGrid columns={3} label="Digging">
        <Sum label="As planned">{before === undefined ? 'open' : print(before, 'volume')}</Sum>
        <Sum label="Least digging">{print(after, 'volume')}</Sum>
        <Sum label={less !== undefined && less < 0 ? 'More' : 'Less'}>
          {less === undefined ? '–' : `${Math.abs(Math.round(less * 1000) / 10)} %`}
        </Sum>
      </FigureGrid>
      <View style={styles.body}>
        <Words size="small" tone="muted">
          {gap > 0
            ? `The best found in the time available${Number.isFinite(gap) ? `; nothing digs more than ${print(gap, 'volume')} less` : ''}.`
            : 'Nothing within these limits digs less.'}
          {exact > 0
            ? ` ${exact} ${exact === 1 ? 'run' : 'runs'} cannot be set in whole steps.`
            : finer > 0
              ? ` ${finer} ${finer === 1 ? 'run' : 'runs'} must be set finer than usual.`
              : ''}
          {less !== undefined && less < 0 ? ' The plan as it is digs less, but breaks limits.' : ''}
        </Words>
        <View style={styles.buttons}>
          <Button
            kind="main"
            disabled={edits.length === 0}
            onPress={() => {
              edit(edits);
              dispatch(panelOpened(null));
            }}
            style={styles.button}
          >
            {edits.length === 0 ? 'Already the least digging' : 'Set these inverts'}
          </Button>
          <Button onPress={() => dispatch(panelOpened(null))} style={styles.button}>
            Leave as is
          </Button>
        </View>
        <Words size="small" tone="muted">
          {`Dashed: as planned now. Clears ${changes.gone.length === 1 ? '1 problem' : `${changes.gone.length} problems`}, adds ${changes.come.length}.`}
        </Words>
      </View>
      {late.length > 0 ? (
        <View style={styles.body}>
          <Words tone="fix">{`Time ran out for ${late.length} runs; they stay as they are.`}</Words>
        </View>
      ) : null}
      <CannotHold against={against} watch={watch} />
      <Heading>Run by run</Heading>
    </>
  );
}

function Sum({ label, children }: { label: string; children: string }) {
  return (
    <View style={styles.sum}>
      <Words size="small" tone="muted">
        {label}
      </Words>
      <Words size="large" strong>
        {children}
      </Words>
    </View>
  );
}

function Nothing({ least, watch }: { least: Exclude<DigLeast, { ok: true }>; watch: boolean }) {
  if (least.why === 'contradiction') return <CannotHold against={least.against} watch={watch} />;
  if (least.why === 'nothing')
    return (
      <View style={styles.body}>
        <Words>No run has a length, a pipe and ground yet.</Words>
      </View>
    );
  return (
    <View style={styles.body}>
      <Words>Nothing was found in the time available. Lock an invert or two where you know them, and try again.</Words>
    </View>
  );
}

function CannotHold({ against, watch }: { against: readonly Against[]; watch: boolean }) {
  const plan = useAppSelector((state) => selectCommitted(state).plan);
  return against.map((against, index) => {
    const { limits, runs } = against;
    const lines = new Set(runs.map(({ result }) => plan.line[result.run.line]?.name ?? ''));
    return (
      <View key={index}>
        <View style={styles.body}>
          <Words strong tone="stop">
            {`${[...lines].filter(Boolean).join(', ')}: ${limits.length === 1 ? 'this cannot be built.' : `these ${limits.length} limits conflict.`}`}
          </Words>
          <Words>
            Drop any one of them and the rest can be met. What you unlock stays where it is until you set other inverts.
          </Words>
        </View>
        <Limits label="Conflicting limits" limits={limits} free={runs} />
        <WaysOut against={against} watch={watch} />
      </View>
    );
  });
}

const LACKS = {
  length: 'has no length',
  parts: 'has lost its line, pipe or section',
  ground: 'has no ground',
} as const;

function Left({ left }: { left: readonly LeftOut[] }) {
  const print = usePrint();
  const { plan } = useAppSelector(selectCommitted);
  if (left.length === 0) return null;
  return (
    <View style={styles.body}>
      {left.map((wayOut) => (
        <Words key={wayOut.run} size="small" tone="fix">
          {`${plan.run[wayOut.run]?.name ?? 'A run'} ${
            wayOut.lacks === 'some-ground'
              ? `has no ground over ${print(wayOut.missing, 'distance')}: cover and digging are not figured there`
              : `${LACKS[wayOut.lacks]}, and is left out`
          }.`}
        </Words>
      ))}
    </View>
  );
}

/** What it is asked by. */
interface AskedProps {
  watch: boolean;
  onWatch: (watch: boolean) => void;
  money: Money | undefined;
  onMoney: (money: Money | undefined) => void;
}

function Asked({ watch, onWatch, money, onMoney }: AskedProps) {
  const dispatch = useAppDispatch();
  const follow = useAppSelector((state) => state.settings.follow);
  const shoredFrom = useAppSelector((state) => numberFor(selectEvaluation(state).profile, 'protection').value);
  return (
    <View style={styles.body}>
      <Choice
        label="Rules that only ask for a check"
        options={WATCH}
        value={watch ? 'kept' : 'left'}
        onChange={(value) => onWatch(value === 'kept')}
      />
      <Choice
        label="Minimize"
        options={OF_WHAT}
        value={money ? 'work' : 'volume'}
        onChange={(value) => onMoney(value === 'work' ? { ...WORK, shoredFrom } : undefined)}
      />
      {money ? <Work money={money} onMoney={onMoney} /> : null}
      <Choice
        label="When an invert is dragged"
        options={FOLLOW}
        value={follow ? 'least' : 'alone'}
        onChange={(value) => dispatch(settingsChanged({ follow: value === 'least' }))}
      />
      <Keepings />
    </View>
  );
}

/** What deep digging costs, in volumes of common digging: nobody need know a price for that. */
function Work({ money, onMoney }: { money: Money; onMoney: (money: Money) => void }) {
  const { system } = useUnits();
  const [unit, metres] = system === 'metric' ? ['meter', 1] : ['foot', FOOT];
  return (
    <>
      <MeasureField
        label="Rock counts this many times the digging of soil"
        quantity="plain"
        value={money.rock}
        onChange={(rock) => rock !== undefined && onMoney({ ...money, rock })}
        check={(rock) => (rock < 1 || rock > 100 ? 'Between 1 and 100.' : undefined)}
        when="leaving"
        hint="Where a test pit on the line found it"
      />
      <MeasureField
        label="Shore the trench from a depth of"
        quantity="depth"
        value={money.shoredFrom}
        onChange={(shoredFrom) => shoredFrom !== undefined && onMoney({ ...money, shoredFrom })}
        limit={Thickness}
        when="leaving"
      />
      <MeasureField
        label={`Shoring a ${unit} of trench counts as digging`}
        quantity="volume"
        value={money.shoring * metres}
        onChange={(volume) => volume !== undefined && onMoney({ ...money, shoring: volume / metres })}
        check={(volume) => (volume < 0 || volume > 1000 ? '0, or a volume.' : undefined)}
        when="leaving"
      />
    </>
  );
}

/** To begin with: shored from where people must be protected. */
const WORK: Omit<Money, 'shoredFrom'> = { rock: 4, shoring: 1 };

const OF_WHAT = [
  { value: 'volume', label: 'Volume' },
  { value: 'work', label: 'Work: rock and shoring cost more' },
] as const;

const WATCH = [
  { value: 'kept', label: 'Kept' },
  { value: 'left', label: 'Ignored' },
] as const;

const FOLLOW = [
  { value: 'alone', label: 'Only the run follows' },
  { value: 'least', label: 'Everything unlocked follows, with the least digging' },
] as const;

/** The inverts of a route as they are, one list for each run whose grade is known. */
export function invertLines({ runs }: Pick<Evaluation, 'runs'>, { order }: Route): readonly Levels[] {
  return order.runs.flatMap(({ id }, index) => {
    const run = runs.get(id);
    const start = order.starts[index] ?? 0;
    if (run?.grade.low === undefined || run.grade.high === undefined) return [];
    return [
      [
        { at: start, level: run.grade.low },
        { at: start + run.length, level: run.grade.high },
      ],
    ];
  });
}

const styles = StyleSheet.create({
  body: { padding: 12, gap: 10 },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: 10 },
  button: { flexGrow: 1 },
  sum: { paddingHorizontal: 10, paddingVertical: 6 },
});
