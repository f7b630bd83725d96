import type { Profile } from '@alveus/plan';
import type { CompanyItem, SharedRules } from '@alveus/plan/company';
import { rulesFrom } from '@alveus/plan/company';
import { CompanyKept } from './CompanyLibrary';

export interface CompanyRulesProps {
  profile: Profile;
  noteOf: (rules: SharedRules) => string;
  /** Tries another set of rules in the plan. */
  onChange: (profile: Profile) => void;
}

/** Sets of rules that the company keeps. */
export function CompanyRules({ profile: { from, ...rules }, noteOf, onChange }: CompanyRulesProps) {
  const take = (kept: CompanyItem<'profile'>): void => onChange(rulesFrom(kept));
  return (
    <CompanyKept
      kind="profile"
      body={rules}
      from={from && { id: from.profile, version: from.version }}
      title="Company rules"
      empty="None yet. Save the rules of this plan under their name, and other plans can use them."
      noteOf={noteOf}
      takes="Try it in this plan"
      onTake={take}
      onKept={take}
    />
  );
}
