import type { Profile, SoilClass, TestPit } from '@alveus/plan';
import { ONLY } from '@alveus/plan';
import { pitAt, unsafeFrom } from '../limits';
import { exact, measured } from '../../phrase';
import type { RunResult } from '../../results';
import { NEAR } from '../../tolerance';
import { stationsOf } from '../../trench';
import { FOOT } from '../../units';
import type { RunBounds } from '../bound';
import { SHORT_OF } from '../bound';
import { COMMON, limitOf, NOTHING, rule } from '../rule';
import { protection, SAY_HOW } from '../run/trench';
import { lengthOf, shortfalls, worstOf } from '../stretches';
import type { LineFacts } from './facts';

/** Soil that somebody competent classed C, or that a pit met water in: from what depth, and who says so. */
interface Soft {
  readonly cause: string;
  readonly from: number;
  readonly found: string;
}

/**
 * What is known of soil that does not stand, of some pits and of the job as a whole; the loosest soil everywhere says all
 * that a pit could.
 */
export function softOf(native: SoilClass | undefined, pits: readonly TestPit[], least: number): readonly Soft[] {
  if (native === 'C') return [{ cause: 'native', from: least, found: 'The job has Type C soil' }];
  return pits.flatMap((pit) => {
    const from = unsafeFrom(pit, least);
    const found = `${pit.name} found ${pit.soil === 'C' ? 'Type C soil' : 'water above the bottom'}`;
    return from === undefined ? [] : [{ cause: pit.id, from, found }];
  });
}

/** Depth from which people are protected: less where somebody classed the soil C, or a pit met water above the bottom, m. */
export function protectFrom(profile: Profile, soil: SoilClass | undefined, wet: boolean): number {
  const usual = limitOf(profile, protection).value;
  return soil === 'C' || wet ? Math.min(usual, limitOf(profile, softGround).value) : usual;
}

export const SOFT_WHY = 'Loose or wet soil caves in sooner, and buries whoever bends down. A competent person decides.';
export const SOFT_GIVES = [SAY_HOW, 'Pump the water down first'] as const;

/**
 * Soil that does not stand, or that water runs out of: what a pit found at one run of a line holds for the whole of it,
 * until another says otherwise.
 */
export const softGround = rule<LineFacts>()({
  name: 'soft-ground',
  title: 'Worker protection in loose or wet soil',
  stage: 'trench',
  severity: 'stop',
  source: COMMON,
  number: { value: 3 * FOOT, quantity: 'depth', words: 'Protection from a depth of' },
  local: true,
  judge: ({ runs, read, profile }, least) => {
    const usual = limitOf(profile, protection).value;
    const pits = runs.flatMap((at) =>
      (read.of('pitsOn', at.id) ?? NOTHING).filter((pit) => pitAt(pit, at) !== undefined),
    );
    return softOf(read.item('native', ONLY)?.soil, pits, least).flatMap(({ cause, from, found }) => {
      // From the usual depth on it is asked for in any soil.
      if (from >= usual) return [];
      const stretches = runs.flatMap((run) => (run.run.protection ? [] : deeper(run, from)));
      const worst = worstOf(stretches);
      if (!worst) return [];
      const by = Math.max(0, worst.by);
      return [{ cause, run: worst.run, at: worst.at, by, quantity: 'depth' as const, stretches, found, from }];
    });
  },
  words: ({ found, from, stretches = NOTHING }, { line }) => ({
    what: [
      `${found}, and ${line.name} has no worker protection yet: `,
      measured(lengthOf(stretches), 'distance'),
      ' of it is ',
      exact(from, 'depth'),
      ' deep or more.',
    ],
    why: [SOFT_WHY],
    gives: [...SOFT_GIVES, 'Raise the line'],
  }),
  bound: {
    run: (run, least) => {
      if (run.result.run.protection) return;
      const { profile, plan } = run.worked;
      const usual = limitOf(profile, protection).value;
      for (const { from, found } of softOf(plan.native[ONLY]?.soil, pitsOfLine(run), least)) {
        if (from >= usual) continue;
        const words = [`the depth that needs protection, ${found.replace(/^The/, 'the')}, `, exact(from, 'depth')];
        run.over(run.envelope.invert - from + SHORT_OF, run.limit(words, { gives: 'protection' }));
      }
    },
  },
});

/** Pits that were dug at any run of its line. */
function pitsOfLine({ worked: { runs, site }, line }: RunBounds): TestPit[] {
  return [...runs.values()].flatMap((at) =>
    at.run.line === line.id ? (site.pits.get(at.id) ?? []).filter((pit) => pitAt(pit, at) !== undefined) : [],
  );
}

/** Stretches of a run that are so deep or deeper. */
function deeper({ id, trench, grade, ground, envelope }: RunResult, depth: number) {
  if (!trench?.deepest || trench.deepest.depth < depth - NEAR) return NOTHING;
  return shortfalls(id, stationsOf(grade, ground, envelope), (station) => -station.depth, 2 * NEAR - depth, 0);
}
