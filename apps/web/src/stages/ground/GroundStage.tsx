import type { Book, Circuit, SetupResult } from '@alveus/core';
import { print } from '@alveus/core';
import type { Plan, Shot } from '@alveus/plan';
import { StyleSheet, View } from 'react-native';
import { LongSection } from '../../drawing/LongSection';
import { PlanSketch } from '../../drawing/PlanSketch';
import { Findings } from '../../parts/Findings';
import { Icon } from '../../parts/Icon';
import { Button, IconTap, Tap } from '../../parts/Tap';
import { useDrawingRoom, useWide } from '../../parts/useWide';
import { targetWords } from '../../parts/targets';
import { Words } from '../../parts/Words';
import { selectEvaluation, selectFindings, sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { newId } from '../../sync/ids';
import { useActions } from '../../sync/SyncProvider';
import { useTones } from '../../theme/ThemeProvider';
import { Heading } from '../Heading';
import { StageLayout } from '../StageLayout';

const RULES = new Set(['misclosure', 'setup-open', 'shots-disagree', 'ground-twice', 'ground-missing', 'break-beyond-run', 'profile-no-fit']);

/** How high is everything? The level book, and the ground it gives. */
export function GroundStage() {
  const wide = useWide();
  const room = useDrawingRoom();
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const { book, plan, lines } = useAppSelector(selectEvaluation);
  const findings = useAppSelector(selectFindings).filter((finding) => RULES.has(finding.rule));
  const benchmarks = Object.values(plan.benchmark);
  const newSetup = (): void => {
    const id = newId();
    const last = book.setups[book.setups.length - 1]?.setup.order ?? 0;
    edit([{ op: 'put', item: { kind: 'setup', id, name: `Setup ${book.setups.length + 1}`, order: last + 1 } }]);
    dispatch(sheetOpened({ sheet: 'shot', setup: id, corrects: undefined }));
  };
  const numbers = (
    <>
      <Heading
        action={
          <Button icon="plus" onPress={() => dispatch(sheetOpened({ sheet: 'benchmark', benchmark: undefined }))}>
            Benchmark
          </Button>
        }
      >
        Benchmarks
      </Heading>
      {benchmarks.length === 0 ? (
        <View style={styles.pad}>
          <Words>Everything hangs on a point that will not move: a step, a lid, a nail in a tree. Where nobody gave its height, 100.00 will do.</Words>
        </View>
      ) : (
        <Benchmarks plan={plan} />
      )}
      {book.circuits.map((circuit) => (
        <Loop key={circuit.setups.join()} circuit={circuit} book={book} plan={plan} />
      ))}
      {findings.length > 0 ? <Heading>{`Findings (${findings.length})`}</Heading> : null}
      {findings.length > 0 ? <Findings findings={findings} quiet="" /> : null}
      {book.setups.map((setup) => (
        <SetupCard key={setup.setup.id} result={setup} book={book} plan={plan} />
      ))}
      <View style={styles.pad}>
        <Button kind="main" icon="plus" onPress={newSetup} disabled={benchmarks.length === 0}>
          Set up the level
        </Button>
        {benchmarks.length === 0 ? <Words tone="muted">First a benchmark to look back to.</Words> : null}
      </View>
    </>
  );
  const drawing = (
    <>
      {lines.size > 0 ? <LongSection height={wide ? Math.round(room * 0.54) : 220} handles={false} /> : <NoLine />}
      {wide && lines.size > 0 ? <PlanSketch height={Math.floor(room * 0.46)} /> : null}
    </>
  );
  return <StageLayout drawing={drawing} numbers={numbers} />;
}

function NoLine() {
  return (
    <View style={styles.pad}>
      <Words tone="muted">The profile shows here once there is a line. Heights can be shot before.</Words>
    </View>
  );
}

function Benchmarks({ plan }: { plan: Plan }) {
  const tones = useTones();
  const dispatch = useAppDispatch();
  const { system, fraction } = useAppSelector((state) => state.settings);
  return (
    <View role="list" aria-label="Benchmarks">
      {Object.values(plan.benchmark).map((benchmark) => (
        <View key={benchmark.id} role="listitem" style={[styles.item, { borderColor: tones.line }]}>
          <Tap style={styles.flex} onPress={() => dispatch(sheetOpened({ sheet: 'benchmark', benchmark: benchmark.id }))} label={`${benchmark.name}. Open`}>
            <Words strong>{benchmark.name}</Words>
            <Words size="small" tone="muted" lines={2}>
              {[benchmark.assumed ? 'assumed' : 'given', benchmark.description].filter(Boolean).join(' · ')}
            </Words>
          </Tap>
          <Words size="large" strong>
            {print(benchmark.elevation, 'elevation', system, { fraction })}
          </Words>
        </View>
      ))}
    </View>
  );
}

/** How a loop closed, before and after what was left was spread. */
function Loop({ circuit, book, plan }: { circuit: Circuit; book: Book; plan: Plan }) {
  const tones = useTones();
  const dispatch = useAppDispatch();
  const { system, fraction } = useAppSelector((state) => state.settings);
  const size = (value: number): string => print(value, 'elevation', system, { fraction });
  const { misclosure, allowed, adjusted, setups, sumBack, sumFore, rise } = circuit;
  const good = allowed === undefined || Math.abs(misclosure) <= allowed + 1e-9;
  const tone = allowed === undefined ? 'muted' : good ? 'settled' : 'fix';
  return (
    <View style={[styles.loop, { borderColor: tones[tone] }]} role="group" aria-label="How the loop closed">
      <View style={styles.head}>
        <Icon name={good ? 'check' : 'fix'} color={tones[tone]} />
        <Words strong size="large" style={styles.flex}>
          {`Loop to ${plan.benchmark[circuit.to]?.name ?? 'its benchmark'}, ${setups.length} ${setups.length === 1 ? 'setup' : 'setups'}`}
        </Words>
        <IconTap name="edit" label="What is allowed" onPress={() => dispatch(sheetOpened({ sheet: 'levelling' }))} />
      </View>
      <Words>
        {`Misses by ${size(misclosure)}; `}
        {allowed === undefined ? 'what is allowed needs the length of the sights.' : `${size(allowed)} is allowed.`}
        {adjusted ? ` Spread over its setups, ${print(-misclosure / setups.length, 'fine', system)} each.` : good ? '' : ' Not spread: find the wrong reading.'}
      </Words>
      <Words size="small" tone="muted">
        {`Check: backsights ${size(sumBack)} − foresights ${size(sumFore)} = ${size(sumBack - sumFore)}; rise ${size(rise)}.${book.levelling.adjust ? '' : ' Spreading is turned off.'}`}
      </Words>
    </View>
  );
}

function SetupCard({ result, book, plan }: { result: SetupResult; book: Book; plan: Plan }) {
  const tones = useTones();
  const dispatch = useAppDispatch();
  const { system, fraction } = useAppSelector((state) => state.settings);
  const { setup, height, shots, gone } = result;
  return (
    <View>
      <Heading action={<IconTap name="edit" label={`Edit ${setup.name}`} onPress={() => dispatch(sheetOpened({ sheet: 'setup', setup: setup.id }))} />}>{setup.name}</Heading>
      <View style={[styles.height, { backgroundColor: tones.waterSoft }]}>
        <Words>Height of instrument</Words>
        <Words strong size="large">
          {height === undefined ? 'needs a backsight' : print(height, 'elevation', system, { fraction })}
        </Words>
      </View>
      <View role="list" aria-label={`Shots from ${setup.name}`}>
        {shots.map((shot) => (
          <ShotRow key={shot.id} shot={shot} book={book} plan={plan} />
        ))}
        {gone.map((shot) => (
          <ShotRow key={shot.id} shot={shot} book={book} plan={plan} gone />
        ))}
      </View>
      <View style={styles.pad}>
        <Button icon="plus" onPress={() => dispatch(sheetOpened({ sheet: 'shot', setup: setup.id, corrects: undefined }))}>
          {`Shoot from ${setup.name}`}
        </Button>
      </View>
    </View>
  );
}

function ShotRow({ shot, book, plan, gone = false }: { shot: Shot; book: Book; plan: Plan; gone?: boolean }) {
  const tones = useTones();
  const dispatch = useAppDispatch();
  const { system, fraction } = useAppSelector((state) => state.settings);
  const print1 = (value: number): string => print(value, 'elevation', system, { fraction });
  const found = book.elevations.get(shot.id);
  const what = targetWords(shot.target, plan, system);
  const reading = print1(shot.reading.value);
  const moved = found?.raw !== undefined && found.adjusted !== undefined && Math.abs(found.raw - found.adjusted) > 1e-6;
  if (gone) {
    return (
      <View role="listitem" style={[styles.item, { borderColor: tones.line }]}>
        <View style={styles.flex}>
          <Words tone="muted" style={styles.struck}>{`${what}: ${reading}`}</Words>
          <Words size="small" tone="muted">
            {shot.struck ? 'struck out' : 'superseded; kept to be read'}
          </Words>
        </View>
      </View>
    );
  }
  return (
    <View role="listitem" style={[styles.item, { borderColor: tones.line }]}>
      <Tap style={styles.flex} onPress={() => dispatch(sheetOpened({ sheet: 'shot', setup: shot.setup, corrects: shot.id }))} label={`${what}, ${shot.sight === 'back' ? 'backsight' : 'foresight'} ${reading}. Correct it`}>
        <Words strong lines={1}>
          {what}
        </Words>
        <Words size="small" tone="muted">
          {`${shot.reading.by === 'direct' ? 'reads' : shot.sight === 'back' ? 'behind' : 'ahead'} ${reading}${shot.note ? ` · ${shot.note}` : ''}`}
        </Words>
      </Tap>
      <View style={styles.right}>
        <Words strong size="large">
          {found?.adjusted === undefined ? '—' : print1(found.adjusted)}
        </Words>
        {moved && found.raw !== undefined ? (
          <Words size="small" tone="muted">{`as read ${print1(found.raw)}`}</Words>
        ) : null}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  pad: { padding: 12, gap: 8 },
  item: { flexDirection: 'row', alignItems: 'center', borderBottomWidth: 1, paddingHorizontal: 12, gap: 10, minHeight: 52 },
  flex: { flex: 1, paddingVertical: 6 },
  right: { alignItems: 'flex-end' },
  loop: { borderWidth: 2, borderRadius: 8, margin: 12, padding: 12, gap: 4 },
  head: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  height: { flexDirection: 'row', justifyContent: 'space-between', alignItems: 'baseline', paddingHorizontal: 12, paddingVertical: 6 },
  struck: { textDecorationLine: 'line-through' },
});
