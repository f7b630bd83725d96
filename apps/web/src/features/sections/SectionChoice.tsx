import { sectionItems } from '@alveus/core';
import type { LibraryKey } from '@alveus/core/sections';
import { LIBRARY } from '@alveus/core/sections';
import type { Edit, Uuid } from '@alveus/plan';
import { serviceOf } from '@alveus/plan';
import type { Service } from '@alveus/plan';
import { useAppSelector } from '../../store';
import { newId } from '../../sync/ids';
import { Picker } from '../../ui/measured';

interface SectionChoiceProps {
  label: string;
  /** Its usual sections stand first. */
  service?: Service | undefined;
  value: Uuid | undefined;
  /** @param more what is new to the job with it */
  onChange: (section: Uuid, more: readonly Edit[]) => void;
}

/** A section of the job, or one of the library, which comes into the job with its materials. */
export function SectionChoice({ label, service, value, onChange }: SectionChoiceProps) {
  const plan = useAppSelector((state) => state.job.plan);
  const usual: readonly string[] = service ? serviceOf(service).sections : [];
  const inPlan = Object.values(plan.section);
  const keys = (Object.keys(LIBRARY) as LibraryKey[])
    .filter((key) => !inPlan.some(({ name }) => name === LIBRARY[key].name))
    .sort((one, other) => Number(usual.includes(other)) - Number(usual.includes(one)));
  return (
    <Picker
      label={label}
      options={[
        ...inPlan.map(({ id, name }) => ({ value: id, label: name })),
        ...keys.map((key) => ({ value: key, label: LIBRARY[key].name })),
      ]}
      value={value}
      onChange={(chosen) => {
        if (plan.section[chosen]) return onChange(chosen, []);
        const made = sectionItems(LIBRARY[chosen as LibraryKey], Object.values(plan.material), newId);
        onChange(
          made.section.id,
          made.items.map((item) => ({ op: 'put', item })),
        );
      }}
    />
  );
}
