import { later, loaded } from '../../ui/later';
import { NotHere } from '../../ui/NotHere';
import { CompanySections } from '../company';

/** Choosing a section, for other sheets: it comes with the library. */
export const SectionChoice = later(
  async () => (await Promise.all([import('./section-sheets'), loaded(CompanySections)]))[0].SectionChoice,
  null,
  NotHere,
);
