import { later, loaded } from '../../ui/later';
import { NotHere } from '../../ui/NotHere';
import { CompanySections } from '../kept';

/** Choosing a section, for other sheets: it comes with the library. */
export const SectionChoice = later(
  async () => (await Promise.all([import('./sheets'), loaded(CompanySections)]))[0].SectionChoice,
  null,
  NotHere,
);
