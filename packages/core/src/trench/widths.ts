import type { ItemOf, Section } from '@alveus/plan';
import type { TrenchForm } from './form';
import { ROUND_SHIELD } from './sides';
import { bottomWidth } from './width';

/** What the width of a trench follows from. */
interface Widened {
  readonly section: Section | undefined;
  readonly pipe: ItemOf<'pipe'> | undefined;
  readonly form: TrenchForm | undefined;
}

/** Greatest depths up to which each width holds, m, the narrowest first; one without end where the depth says nothing. */
export function widthsOf({
  section,
  pipe,
  form,
}: Widened): readonly { readonly width: number; readonly upTo: number }[] {
  if (!section || !pipe) return [];
  const shield = form?.cut.protection === 'shielded' ? form.cut.cut?.shield : undefined;
  const least = shield ? shield.outside + 2 * ROUND_SHIELD : 0;
  const at = (depth: number): number => Math.max(least, bottomWidth(section, pipe, depth));
  if (section.width.rule !== 'en1610') return [{ width: at(0), upTo: Infinity }];
  // Each border belongs to the shallower side, save the first.
  const steps = [
    { width: at(0), upTo: 1 - 2e-6 },
    { width: at(1.5), upTo: 1.75 },
    { width: at(3), upTo: 4 },
    { width: at(5), upTo: Infinity },
  ];
  return steps.filter(({ width }, index) => steps[index + 1]?.width !== width);
}
