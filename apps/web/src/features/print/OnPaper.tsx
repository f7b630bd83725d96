import type { ReactNode } from 'react';
import { Leaf, Printed, Whole } from '../../ui/Printed';

export interface OnPaperProps {
  /** Is given what keeps its parts on one page. */
  children: (Unparted: typeof Whole) => ReactNode;
}

/** A page of its own, of whatever a sheet has to print. */
export const OnPaper = ({ children }: OnPaperProps) => (
  <Printed>
    <Leaf>{children(Whole)}</Leaf>
  </Printed>
);
