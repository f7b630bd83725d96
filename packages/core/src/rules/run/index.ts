import type { Finding } from '../../results';
import { judge, NOTHING } from '../rule';
import { declareSubject } from '../subject';
import { COVER_RULES } from './cover';
import type { BareFacts, RunFacts } from './facts';
import { factsOfRun } from './facts';
import { FIELD_RULES } from './field';
import { GRADE_RULES } from './grade';
import { GROUND_RULES } from './ground';
import { keptByRun } from './keeping';
import { byNominal } from './nominal';
import { SHARED_RULES } from './shared';
import { SIDE_RULES } from './sides';
import { SWALE_RULES } from './swale';
import { TRENCH_RULES } from './trench';
import { lengthOpen, ring, somethingLost } from './whole';

/** Rules about any run, and about one that has all it is made of. */
const BARE_RULES = [somethingLost, lengthOpen] as const;
const RUN_RULES = [
  ring,
  ...GRADE_RULES,
  keptByRun,
  ...COVER_RULES,
  ...TRENCH_RULES,
  ...GROUND_RULES,
  byNominal,
] as const;

/** Rules about trenches that are cut otherwise than upright, or shared. */
const FORM_RULES = [...SIDE_RULES, ...SHARED_RULES] as const;

export const RUNS = declareSubject({
  name: 'run',
  kind: 'run',
  rules: [...BARE_RULES, ...RUN_RULES, ...FIELD_RULES, ...SWALE_RULES, ...FORM_RULES] as const,
  told: 'along',
  judge(id, read, profile): readonly Finding[] {
    const result = read.of('run', id);
    if (!result) return NOTHING;
    const of = { id, line: result.run.line, run: id };
    const bare = judge<BareFacts>(BARE_RULES, { result, read }, profile, of);
    const facts = factsOfRun(result, profile, read);
    if (!facts) return bare;
    // Most runs have no swale and an upright trench of their own: they are not asked about more.
    const shaped = facts.form !== undefined || facts.run.protection === 'shielded';
    const found = [
      judge<RunFacts>(RUN_RULES, facts, profile, of),
      facts.service.perforated ? judge<RunFacts>(FIELD_RULES, facts, profile, of) : NOTHING,
      facts.swales.length > 0 ? judge<RunFacts>(SWALE_RULES, facts, profile, of) : NOTHING,
      shaped ? judge<RunFacts>(FORM_RULES, facts, profile, of) : NOTHING,
    ];
    return found.every((list) => list.length === 0) ? bare : [...bare, ...found.flat()];
  },
});
