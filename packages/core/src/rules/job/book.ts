import type { Benchmark, Setup, Shot, Uuid } from '@alveus/plan';
import { INCH } from '@alveus/plan';
import { apart, exact, measured } from '../../phrase';
import type { Give } from '../../results';
import type { Book, GroundShots } from '../../survey';
import { rodChecks, turningAgain, unlikeBacksights } from '../../survey';
import { NEAR } from '../../tolerance';
import { rule } from '../rule';

/** What concerns the level book, and so every line that hangs on it. */

export interface BookFacts {
  readonly book: Book;
  readonly shots: GroundShots;
  readonly benchmarks: Readonly<Record<Uuid, Benchmark>>;
  readonly setups: Readonly<Record<Uuid, Setup>>;
}

const LEVELLING = 'differential leveling';

export const misclosure = rule<BookFacts>()({
  name: 'misclosure',
  title: 'Level loop closure',
  stage: 'ground',
  severity: 'fix',
  source:
    'third-order leveling, 0.05 ft × √mile (12 mm × √km); without paced sights 0.02 ft × √setups (6 mm); check your edition',
  judge: ({ book }) =>
    book.circuits
      .filter(({ misclosure: miss, allowed }) => Math.abs(miss) > allowed + NEAR)
      .map((circuit) => ({
        cause: `${circuit.to}:${circuit.setups[circuit.setups.length - 1] ?? ''}`,
        by: Math.abs(circuit.misclosure) - circuit.allowed,
        circuit,
      })),
  words: ({ circuit }, { benchmarks, setups }) => {
    const { to, allowed, suspects, by } = circuit;
    const [misses, may] = apart(measured(Math.abs(circuit.misclosure), 'distance'), measured(allowed, 'distance'));
    return {
      what: [
        `The loop to ${benchmarks[to]?.name ?? 'its benchmark'} misses by `,
        misses,
        '; ',
        may,
        ` is allowed${by === 'setups' ? ` for ${circuit.setups.length} setups` : ''}. It is not spread over the setups.`,
        ...(suspects.length > 0
          ? [` The wrong reading is likely ${amongWords(suspects.map((id) => setups[id]?.name ?? 'a setup'))}.`]
          : []),
      ],
      why: ['A miss this large is a misread rod, not normal error. Spreading it would hide it.'],
      gives: [
        'Look for a reading off by a whole foot or meter',
        'Shoot the loop again',
        'Allow more, if the work can stand it',
      ],
    };
  },
});

function amongWords(names: readonly string[]): string {
  if (names.length === 1) return `at ${names[0]}`;
  if (names.length === 2) return `between ${names[0]} and ${names[1]}`;
  return `among ${names.slice(0, -1).join(', ')} and ${names[names.length - 1]}`;
}

export const setupOpen = rule<BookFacts>()({
  name: 'setup-open',
  title: 'Setup without a height of instrument',
  stage: 'ground',
  severity: 'fix',
  source: LEVELLING,
  judge: ({ book }) =>
    book.setups
      .filter(
        ({ height, shots }) =>
          height === undefined && shots.length > 0 && !shots.every(({ reading }) => reading.by === 'direct'),
      )
      .map(({ setup }) => ({ cause: setup.id, setup })),
  words: ({ setup }) => ({
    what: [`${setup.name} has no backsight on a known point, so nothing shot from it has an elevation.`],
    why: ['The height of instrument comes from a benchmark or a turning point.'],
    gives: ['Add its backsight', 'Correct the name of the turning point'],
  }),
});

/** Strikes a reading out. @param which of those that disagree it is */
const struck = (which: string, shot: Shot): Give => ({
  words: [`Strike out ${which}, `, measured(shot.reading.value, 'elevation')],
  strikes: shot,
});

/** What a backsight is on. */
function pointOf({ target }: Shot, benchmarks: Readonly<Record<Uuid, Benchmark>>): string {
  if (target.on === 'benchmark') return benchmarks[target.benchmark]?.name ?? 'a benchmark';
  return target.on === 'turning' ? target.name : 'a known point';
}

const setupOf = (shot: Shot, setups: Readonly<Record<string, Setup>>): string => setups[shot.setup]?.name ?? 'a setup';

/** From where two shots of one thing are. */
function fromSetups(first: Shot, again: Shot, setups: Readonly<Record<string, Setup>>): string {
  return first.setup === again.setup
    ? `twice from ${setupOf(first, setups)}`
    : `from ${setupOf(first, setups)} and again from ${setupOf(again, setups)}`;
}

export const shotsDisagree = rule<BookFacts>()({
  name: 'shots-disagree',
  title: 'Two shots of one place',
  stage: 'ground',
  severity: 'watch',
  source: 'common practice: about 1/4 in',
  number: { value: INCH / 4, quantity: 'thickness', words: 'Differ by more than' },
  judge: ({ shots }, limit) =>
    shots.disagreeing
      .filter(({ by }) => by > limit)
      .map(({ used, other, by }) => ({ cause: `${used.id}:${other.id}`, by, used, other })),
  words: ({ by = 0, used, other }, { setups }) => ({
    what: [
      `A place is shot ${fromSetups(other, used, setups)}, and the readings differ by `,
      measured(by, 'distance'),
      '; the later one is used.',
    ],
    why: ['Neither replaces the other, so one of them may be wrong.'],
    gives: [struck('the earlier', other), struck('the later', used), 'Shoot it again'],
  }),
});

export const turningTwice = rule<BookFacts>()({
  name: 'turning-again',
  title: 'Turning point name used twice',
  stage: 'ground',
  severity: 'fix',
  source: LEVELLING,
  judge: ({ book }) =>
    turningAgain(book)
      .filter(({ by }) => by > SAME_POINT)
      .map((turning) => ({ cause: turning.again.id, by: turning.by, one: turning })),
  words: ({ one: turning, by = 0 }, { setups }) => ({
    what: [
      `${turning.name} is shot ${fromSetups(turning.first, turning.again, setups)}, `,
      measured(by, 'distance'),
      ' apart; the first is used.',
    ],
    why: ['Either the name was used for another point, or one of the two readings is wrong.'],
    gives: [
      struck('the first', turning.first),
      struck('the second', turning.again),
      'Give the later point its own name',
      'Shoot it again',
    ],
  }),
});

/** Nobody means one point by levels that differ by more than a reading can: about 1/4 in. */
const SAME_POINT = INCH / 4;

export const backsightsDisagree = rule<BookFacts>()({
  name: 'backsights-disagree',
  title: 'Backsights of one setup',
  stage: 'ground',
  severity: 'fix',
  source: 'common practice: about 1/4 in',
  number: { value: INCH / 4, quantity: 'thickness', words: 'Differ by more than' },
  judge: ({ book }, limit) =>
    unlikeBacksights(book)
      .filter(({ by }) => by > limit)
      .map(({ setup, shots, by }) => ({ cause: setup.id, by, setup, shots })),
  words: ({ setup, shots, by = 0 }, { benchmarks }) => ({
    what: [
      `The backsights of ${setup.name} give heights of instrument `,
      measured(by, 'distance'),
      ' apart; their average is used.',
    ],
    why: ['If one of them is wrong, everything shot from there is off by half of that.'],
    gives: [
      ...shots.map((shot) => struck(`the one on ${pointOf(shot, benchmarks)}`, shot)),
      'Read them again',
      'Correct the elevation of a benchmark',
    ],
  }),
});

export const rodWrong = rule<BookFacts>()({
  name: 'rod-wrong',
  title: 'Elevation rod off on a benchmark',
  stage: 'ground',
  severity: 'fix',
  source: 'common practice: about 1/4 in',
  number: { value: INCH / 4, quantity: 'thickness', words: 'Wrong by more than' },
  judge: ({ book, benchmarks }, limit) =>
    rodChecks(book, benchmarks)
      .filter(({ by }) => by > limit)
      .map((check) => ({ cause: check.shot.id, by: check.by, one: check })),
  words: ({ one: check }, { setups }) => {
    const [read, elevation] = apart(
      measured(check.shot.reading.value, 'elevation'),
      exact(check.benchmark.elevation, 'elevation'),
    );
    return {
      what: [
        `From ${setupOf(check.shot, setups)} the rod reads `,
        read,
        ` on ${check.benchmark.name}, which is `,
        elevation,
        '.',
      ],
      why: ['Everything it read from there is off by the same amount.'],
      gives: ['Set the rod on the benchmark again', 'Shoot again what was read with it'],
    };
  },
});

export const BOOK_RULES = [misclosure, setupOpen, turningTwice, backsightsDisagree, rodWrong, shotsDisagree] as const;
