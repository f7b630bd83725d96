import { judge } from '../rule';
import { declareSubject } from '../subject';
import type { BookFacts } from './book';
import { BOOK_RULES } from './book';
import type { SoilFacts } from './soil';
import { SOIL_RULES } from './soil';

/** What is told of the job as a whole: its level book, and its soil. */
export const JOBS = declareSubject({
  name: 'job',
  kind: 'job',
  rules: [...BOOK_RULES, ...SOIL_RULES] as const,
  told: 'before',
  judge(id, read, profile) {
    const facts: BookFacts & SoilFacts = {
      book: read.whole('book'),
      shots: read.whole('shots'),
      benchmarks: read.all('benchmark'),
      setups: read.all('setup'),
      lines: [...read.every('line').values()],
    };
    return [
      ...judge<BookFacts>(BOOK_RULES, facts, profile, { id }),
      ...judge<SoilFacts>(SOIL_RULES, facts, profile, { id }),
    ];
  },
});
