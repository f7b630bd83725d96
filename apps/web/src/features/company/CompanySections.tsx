import type { CompanyItem } from '@alveus/plan/company';
import type { ReactNode } from 'react';
import { useKept } from './library';
import { KeptProvider } from './CompanyProvider';

export interface CompanySectionsProps {
  /** Given none while they are read, and where they cannot be. */
  children: (sections: readonly CompanyItem<'section'>[]) => ReactNode;
}

/** What shows the company's sections among others. */
export function CompanySections(props: CompanySectionsProps) {
  return (
    <KeptProvider>
      <Sections {...props} />
    </KeptProvider>
  );
}

function Sections({ children }: CompanySectionsProps) {
  return children(useKept('section').data ?? NONE);
}

const NONE: readonly CompanyItem<'section'>[] = [];
