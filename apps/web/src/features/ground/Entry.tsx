import type { Circuit, Evaluation, NextShot } from '@alveus/core';
import { FOOT, knownElevation, nextOrder, nextShot } from '@alveus/core';
import type { Edit, Shot, Target } from '@alveus/plan';
import { Elevation, PastEnd, Reading } from '@alveus/plan';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { selectCommitted, selectLine, selectRun } from '../../store/results';
import { newId } from '../../sync/ids';
import { useActions } from '../../sync/SyncProvider';
import { useTones } from '../../theme/ThemeProvider';
import { Button, Choice, Field, IconButton, useKeysWithin, Words } from '../../ui';
import { MeasureField, Picker, usePrint, useUnits } from '../../ui/measured';
import { useBenchmarkChoices, useNodeChoices, useRunChoices } from '../parts/choices';
import { targetWords } from '../parts/targets';
import { useSay } from '../parts/useSay';
import { missWords } from './Loops';
import type { On } from './shot';
import { fromA, likelyTarget } from './shot';

/** How far apart ground is shot along a run before a tape was read, m. */
const STEP = { feet: 25 * FOOT, inches: 25 * FOOT, metric: 10 } as const;

/** Letters that say what the rod stands on, before a reading is begun. */
const LETTERS: Readonly<Record<string, On>> = { r: 'run', n: 'node', t: 'turning', b: 'benchmark' };

/** Readings one after another: the place is guessed, and a reading and Enter are all that is typed. */
export function Entry({ onDone }: { onDone: () => void }) {
  const evaluation = useAppSelector(selectCommitted);
  const line = useAppSelector(selectLine);
  const { system } = useUnits();
  const guess = useMemo(() => nextShot(evaluation, line, STEP[system]), [evaluation, line, system]);
  const last = useMemo(() => lastShot(evaluation), [evaluation]);
  return guess ? <NextReading evaluation={evaluation} guess={guess} last={last} onDone={onDone} /> : null;
}

const lastShot = ({ book }: Evaluation): Shot | undefined =>
  book.setups.findLast(({ shots }) => shots.length > 0)?.shots.at(-1);

interface NextReadingProps {
  evaluation: Evaluation;
  guess: NextShot;
  last: Shot | undefined;
  onDone: () => void;
}

/** The reading being made: its target, guessed or chosen, and the value typed so far. */
function useReading(evaluation: Evaluation, guess: NextShot, last: Shot | undefined) {
  const { plan, book, runs } = evaluation;
  const { edit } = useActions();
  const here = useAppSelector(selectRun);
  /** Where it is shot instead of where it is guessed; and where it was guessed when the reading was begun, whoever adds another meanwhile. */
  const [proposed, setProposed] = useState<NextShot>();
  const [begun, setBegun] = useState<NextShot>();
  /** Fields begin anew with each reading. */
  const [round, setRound] = useState(0);
  const shot = [proposed, begun].find((shot) => shot && stands(shot, plan)) ?? guess;
  const [reading, setReading] = useState<number>();
  /** Whether what stands in the field now is what was understood last. */
  const [understood, setUnderstood] = useState(true);
  const [taped, setTaped] = useState(true);
  const { setup, sight, target } = shot;
  const by = last?.reading.by ?? 'rod';
  const standing = book.setups[book.setups.length - 1];
  const from = setup === undefined ? undefined : book.setups.find((result) => result.setup.id === setup);

  const stand = (on: On | 'back'): void => {
    setTaped(true);
    setUnderstood(true);
    if (on === 'back') return setProposed(undefined);
    const guessed = guess.sight === 'fore' && guess.target.on === on ? guess.target : undefined;
    const likely = likelyTarget(on, { plan, book, runs, here, sight: 'fore' });
    setProposed({ setup: standing?.setup.id, sight: 'fore', target: guessed ?? likely });
  };
  const move = (to: Target): void => setProposed({ ...shot, target: to });
  const read = (value: number | undefined): void => {
    setReading(value);
    setBegun(value === undefined ? undefined : (begun ?? guess));
  };
  const elevation = sight === 'back' ? knownElevation(target, plan, book) : undefined;
  const length = target.on === 'run' ? (runs.get(target.run)?.length ?? 0) : 0;
  const placed = target.on !== 'run' || (Number.isFinite(target.at) && target.at > 0 && target.at < length);
  const named = target.on !== 'turning' || target.name.trim() !== '';
  const ready = reading !== undefined && understood && taped && placed && named;
  const keep = (): void => {
    if (!ready) return;
    const own = setup ?? newId();
    const order = Math.max(0, ...book.setups.map((setup) => setup.setup.order)) + 1;
    const name = `Setup ${book.setups.length + 1}`;
    const edits: Edit[] = setup === undefined ? [{ op: 'put', item: { kind: 'setup', id: own, name, order } }] : [];
    const item: Shot = {
      kind: 'shot',
      id: newId(),
      setup: own,
      order: nextOrder(plan),
      sight,
      target: fromA(target.on === 'turning' ? { ...target, name: target.name.trim() } : target, runs),
      reading: { by, value: reading },
      note: '',
    };
    edit([...edits, { op: 'put', item }]);
    setProposed(undefined);
    read(undefined);
    setRound(round + 1);
  };
  return {
    shot,
    by,
    standing,
    from,
    reading,
    read,
    understood,
    setUnderstood,
    setTaped,
    stand,
    move,
    elevation,
    length,
    ready,
    keep,
    round,
  };
}

function NextReading({ evaluation, guess, last, onDone }: NextReadingProps) {
  const { plan, lineage } = evaluation;
  const dispatch = useAppDispatch();
  const print = usePrint();
  const { system } = useUnits();
  const next = useReading(evaluation, guess, last);
  const {
    shot,
    by,
    standing,
    from,
    reading,
    read,
    understood,
    setUnderstood,
    setTaped,
    stand,
    move,
    elevation,
    length,
  } = next;
  const { ready, keep, round } = next;
  const { sight, target } = shot;
  const box = useKeysWithin((event) => {
    const to = LETTERS[event.key.toLowerCase()];
    // A letter before a reading is begun; in one it would be a unit.
    if (!to || event.ctrlKey || event.metaKey || !(event.target instanceof HTMLInputElement)) return;
    if (event.target.value !== '' || !options.some((option) => option.value === to)) return;
    event.preventDefault();
    stand(to);
  });
  const on: On | 'back' = sight === 'back' ? 'back' : target.on;
  const options = optionsOf(evaluation, guess, targetWords(guess.target, plan, system, lineage));
  return (
    <View style={styles.entry} role="group" aria-label="The next reading">
      <Head evaluation={evaluation} from={from} last={last} onDone={onDone} />
      <View style={styles.fields}>
        {options.length > 1 ? (
          <Choice bare label="The rod stands on" options={options} value={on} onChange={stand} />
        ) : null}
        <View ref={box} style={styles.row}>
          <Standing key={round} sight={sight} target={target} onMove={move} onTaped={setTaped} length={length} />
          <MeasureField
            key={`${round} ${on}`}
            label={sight === 'back' ? `Backsight to ${targetWords(target, plan, system, lineage)}` : 'Rod reading'}
            quantity="elevation"
            value={reading}
            onChange={read}
            onValid={setUnderstood}
            optional
            limit={by === 'rod' ? Reading.options[0].shape.value : Elevation}
            hint={foundWords(by, sight, elevation ?? from?.height, understood ? reading : undefined, (value) =>
              print(value, 'elevation'),
            )}
            onSubmit={keep}
            focus
          />
        </View>
        <View style={styles.row}>
          <Button kind="main" onPress={keep} disabled={!ready} style={styles.grow}>
            Save
          </Button>
          {standing ? (
            <Button
              onPress={() => dispatch(sheetOpened({ sheet: 'shot', setup: standing.setup.id, corrects: undefined }))}
            >
              More
            </Button>
          ) : null}
        </View>
      </View>
    </View>
  );
}

interface HeadProps {
  evaluation: Evaluation;
  from: Evaluation['book']['setups'][number] | undefined;
  last: Shot | undefined;
  onDone: () => void;
}

/** The setup that it is read from, and what was read last. */
function Head({ evaluation, from, last, onDone }: HeadProps) {
  const tones = useTones();
  const print = usePrint();
  const { book } = evaluation;
  const closed = last && closedBy(last, book.circuits);
  return (
    <View style={[styles.head, { borderColor: tones.line }]}>
      <View style={styles.grow}>
        <Words strong size="large" heading={2}>
          {from?.height === undefined
            ? `${from?.setup.name ?? `Setup ${book.setups.length + 1}`}: backsight`
            : `${from.setup.name}: instrument at ${print(from.height, 'elevation')}`}
        </Words>
        {closed ? <Closed circuit={closed} /> : null}
        {last ? <Last shot={last} evaluation={evaluation} /> : null}
      </View>
      <IconButton name="check" label="Done with readings" onPress={onDone} />
    </View>
  );
}

/** Whether what it is from and on is still there: an undo, or somebody else, may have taken it away. */
function stands({ setup, target }: NextShot, plan: Evaluation['plan']): boolean {
  if (setup !== undefined && !plan.setup[setup]) return false;
  if (target.on === 'run') return plan.run[target.run] !== undefined;
  if (target.on === 'node') return plan.node[target.node] !== undefined;
  return target.on !== 'benchmark' || plan.benchmark[target.benchmark] !== undefined;
}

/** As level books have them. */
const ON_LABELS: Record<On, string> = {
  run: 'Along run',
  node: 'Structure',
  turning: 'TP',
  benchmark: 'BM',
};

/** What the rod can stand on. Before the level has looked back there is nothing else to do. */
function optionsOf(
  { runs, book }: Evaluation,
  guess: NextShot,
  knownText: string,
): { value: On | 'back'; label: string }[] {
  const ahead: On[] = [...(runs.size > 0 ? (['run', 'node'] as const) : []), 'turning', 'benchmark'];
  const fore = ahead.map((value) => ({ value, label: ON_LABELS[value] }));
  if (guess.sight === 'fore') return fore;
  const back = { value: 'back' as const, label: `Backsight, ${knownText}` };
  const levelled = book.setups[book.setups.length - 1]?.height !== undefined;
  return levelled && guess.setup === undefined ? [back, ...fore] : [back];
}

/** What the reading gives. */
function foundWords(
  by: Shot['reading']['by'],
  sight: Shot['sight'],
  level: number | undefined,
  reading: number | undefined,
  say: (value: number) => string,
): string | undefined {
  if (reading === undefined || level === undefined) return undefined;
  if (by === 'direct') return undefined;
  return sight === 'back' ? `Instrument at ${say(level + reading)}` : `Elevation ${say(level - reading)}`;
}

/** The reading before: what it gave stays in view. */
/** The loop that a reading has just closed. */
const closedBy = ({ setup, sight, target }: Shot, circuits: readonly Circuit[]): Circuit | undefined =>
  sight === 'fore' && target.on === 'benchmark'
    ? circuits.find(({ to, setups }) => to === target.benchmark && setups.at(-1) === setup)
    : undefined;

/** By how much it misses, while the instrument still stands. */
function Closed({ circuit }: { circuit: Circuit }) {
  const tell = useSay();
  const print = usePrint();
  const good = Math.abs(circuit.misclosure) <= circuit.allowed + 1e-9;
  return (
    <View role="status">
      <Words strong tone={good ? 'settled' : 'fix'}>
        {`${missWords(circuit, tell)}${print(circuit.allowed, 'elevation')} is allowed.`}
      </Words>
    </View>
  );
}

function Last({ shot, evaluation }: { shot: Shot; evaluation: Evaluation }) {
  const print = usePrint();
  const { system } = useUnits();
  const found = evaluation.book.elevations.get(shot.id)?.adjusted;
  const { plan, lineage } = evaluation;
  return (
    <View role="status">
      <Words size="small" tone="muted">
        {`${targetWords(shot.target, plan, system, lineage)}: `}
        <Words size="small" strong>
          {found === undefined ? '—' : print(found, 'elevation')}
        </Words>
      </Words>
    </View>
  );
}

interface StandingProps {
  sight: Shot['sight'];
  target: Target;
  onMove: (to: Target) => void;
  /** Told whether what stands as the tape is understood. */
  onTaped: (understood: boolean) => void;
  /** Of the run that is measured along, m. */
  length: number;
}

/** Which run and how far up it, which structure, turning point or benchmark. */
function Standing({ sight, target, onMove, onTaped, length }: StandingProps) {
  const runs = useRunChoices();
  const nodes = useNodeChoices();
  const benchmarks = useBenchmarkChoices();
  switch (target.on) {
    case 'run':
      return (
        <>
          <View style={styles.half}>
            <Picker
              label="Run"
              {...runs}
              value={target.run}
              onChange={(run) => onMove({ on: 'run', run } as unknown as Target)}
            />
          </View>
          <View style={styles.half}>
            <MeasureField
              key={target.run}
              label="Tape"
              quantity="distance"
              value={target.at}
              limit={PastEnd}
              onChange={(at) => onMove({ ...target, at: at as never })}
              onValid={onTaped}
              check={(at) => (at < length ? undefined : 'Past the end of the run.')}
            />
          </View>
        </>
      );
    case 'node':
      return (
        <Picker label="Structure" {...nodes} value={target.node} onChange={(node) => onMove({ ...target, node })} />
      );
    case 'turning':
      // What it looks back to has its name already.
      return sight === 'back' ? null : (
        <Field label="Name" value={target.name} onChange={(name) => onMove({ on: 'turning', name })} />
      );
    case 'benchmark':
      return benchmarks.length > 1 ? (
        <Picker
          label="Benchmark"
          options={benchmarks}
          value={target.benchmark}
          onChange={(benchmark) => onMove({ on: 'benchmark', benchmark })}
        />
      ) : null;
  }
}

const styles = StyleSheet.create({
  entry: { flex: 1 },
  head: { flexDirection: 'row', alignItems: 'center', paddingLeft: 12, borderBottomWidth: 1 },
  fields: { padding: 12, paddingTop: 8, gap: 8 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 10, alignItems: 'flex-start' },
  grow: { flex: 1 },
  half: { flex: 1, minWidth: 140 },
});
