import { keptModel, sharedSection } from '@alveus/core';
import type { LibraryKey } from '@alveus/core/sections';
import { LIBRARY } from '@alveus/core/sections';
import type { Edit, Uuid } from '@alveus/plan';
import { serviceOf } from '@alveus/plan';
import type { Service } from '@alveus/plan';
import type { CompanyItem } from '@alveus/plan/company';
import type { ReactNode } from 'react';
import { useAppSelector } from '../../store';
import { newId } from '../../sync/ids';
import { Picker } from '../../ui/measured';
import { CompanySections } from '../company';

interface SectionChoiceProps {
  label: string;
  /** Its usual sections stand first. */
  service?: Service | undefined;
  value: Uuid | undefined;
  /** @param more what is new to the job with it */
  onChange: (section: Uuid, more: readonly Edit[]) => void;
}

/** A section of the job, or one of the company or the library, which comes into the job with its materials. */
export function SectionChoice(props: SectionChoiceProps) {
  return <CompanySections>{(company): ReactNode => <Choosing {...props} company={company} />}</CompanySections>;
}

interface ChoosingProps extends SectionChoiceProps {
  company: readonly CompanyItem<'section'>[];
}

function Choosing({ label, service, value, onChange, company }: ChoosingProps) {
  const plan = useAppSelector((state) => state.job.plan);
  const usual: readonly string[] = service ? serviceOf(service).sections : [];
  const inPlan = Object.values(plan.section);
  const keys = (Object.keys(LIBRARY) as LibraryKey[])
    .filter((key) => !inPlan.some(({ name }) => name === LIBRARY[key].name))
    .sort((a, b) => Number(usual.includes(b)) - Number(usual.includes(a)));
  // A copy of one that is in the job already is chosen there.
  const kept = company.filter(
    ({ id, version }) => !inPlan.some(({ from }) => from?.section === id && from.version === version),
  );
  return (
    <Picker
      label={label}
      options={[
        ...inPlan.map(({ id, name }) => ({ value: id, label: name })),
        ...kept.map(({ id, body }) => ({ value: id, label: body.section.name, note: 'of the company' })),
        ...keys.map((key) => ({ value: key, label: LIBRARY[key].name })),
      ]}
      value={value}
      onChange={(chosen) => {
        if (plan.section[chosen]) return onChange(chosen, []);
        const of = kept.find(({ id }) => id === chosen);
        const made = sharedSection(plan, of ? keptModel(of) : LIBRARY[chosen as LibraryKey], newId);
        onChange(
          made.id,
          made.items.map((item) => ({ op: 'put', item })),
        );
      }}
    />
  );
}
