import type { Kept } from '@alveus/plan/kept';
import type { ReactNode } from 'react';
import { useKept } from './kept';
import { KeptProvider } from './KeptProvider';

export interface CompanySectionsProps {
  /** Given none while they are read, and where they cannot be. */
  children: (sections: readonly Kept<'section'>[]) => ReactNode;
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

const NONE: readonly Kept<'section'>[] = [];
