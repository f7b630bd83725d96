import { keptModel, sectionItems } from '@alveus/core';
import type { Edit, Section } from '@alveus/plan';
import type { CompanyItem, SharedSection } from '@alveus/plan/company';
import { sharedFrom } from '@alveus/plan/company';
import { useAppSelector } from '../../store';
import { newId } from '../../sync/ids';
import { CompanyKept } from './CompanyLibrary';

export interface CompanySectionProps {
  section: Section;
  /** Puts the section as it is to be, with what is new to the plan with it. */
  onPut: (section: Section, more: readonly Edit[]) => void;
}

/** Trench sections that the company keeps: this one is kept, or becomes a copy of one of them. */
export function CompanySection({ section, onPut }: CompanySectionProps) {
  const materials = useAppSelector((state) => state.job.plan.material);
  const take = (kept: CompanyItem<'section'>): void => {
    const made = sectionItems(keptModel(kept), Object.values(materials), newId);
    const more = made.items.filter(({ kind }) => kind === 'material');
    onPut(
      { ...made.section, id: section.id },
      more.map((item): Edit => ({ op: 'put', item })),
    );
  };
  const { from } = section;
  return (
    <CompanyKept
      kind="section"
      body={sharedFrom(section, materials)}
      from={from && { id: from.section, version: from.version }}
      title="Company sections"
      empty="None yet. Save this one, and other jobs can use it with its materials."
      noteOf={layersOf}
      takes="Use for this section; materials this job already knows by name stay as they are here"
      onTake={take}
      onKept={({ id, version }) => onPut({ ...section, from: { section: id, version } }, [])}
    />
  );
}

function layersOf({ section: { below, above, surface } }: SharedSection): string {
  const count = below.length + above.length + surface.length;
  return count === 1 ? '1 layer' : `${count} layers`;
}
