import { later } from '../../ui/later';
import { NotHere } from '../../ui/NotHere';
import type { CompanySectionsProps } from './CompanySections';

/** What the company keeps beside its jobs comes with the first sheet or page that shows some of it. */

const code = () => import('./code');

export const CompanyRules = later(() => code().then((module) => module.CompanyRules), null, NotHere);
export const CompanySection = later(() => code().then((module) => module.CompanySection), null, NotHere);
export const CompanySections = later(
  () => code().then((module) => module.CompanySections),
  null,
  ({ children }: CompanySectionsProps) => children([]),
);
