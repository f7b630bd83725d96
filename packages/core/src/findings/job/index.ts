import type { Profile } from '@alveus/plan';
import type { Finding } from '../../results';
import { judge } from '../rule';
import type { BookFacts } from './book';
import { BOOK_RULES } from './book';
import type { SoilFacts } from './soil';
import { SOIL_RULES } from './soil';

export { BOOK_RULES } from './book';
export { SOIL_RULES } from './soil';

/** What is told of the job as a whole has this for an id. */
const JOB = 'job';

export function judgeJob(facts: BookFacts & SoilFacts, profile: Profile): readonly Finding[] {
  return [
    ...judge<BookFacts>(BOOK_RULES, facts, profile, { id: JOB }),
    ...judge<SoilFacts>(SOIL_RULES, facts, profile, { id: JOB }),
  ];
}
