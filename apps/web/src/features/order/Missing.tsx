import type { Takeoff } from '@alveus/core/takeoff';
import { Note, usePrint, Words } from '../../ui/measured';

/** What nothing below counts, in one sentence. */
export function Missing({ takeoff: { missing, terms } }: { takeoff: Takeoff }) {
  const print = usePrint();
  const many = (count: number, singular: string, more: string): string[] =>
    count === 0 ? [] : [count === 1 ? singular : `${count} ${more}`];
  const said = [
    ...(missing.length > 1e-6 ? [`${print(missing.length, 'distance')} of the job without ground or grade`] : []),
    ...many(missing.holes, 'the hole of a structure without a depth', 'holes of structures without a depth'),
    ...many(missing.risers, 'a riser without a depth', 'risers without a depth'),
    ...many(missing.bends, 'a bend that is not on the sketch', 'bends that are not on the sketch'),
    ...many(
      missing.lost,
      'a layer whose material is gone, with no weight',
      'layers whose material is gone, with no weight',
    ),
    ...missing.unsized.map(
      (id) => `${terms.plan.material[id]?.name ?? 'pieces'}, since nobody said how long a piece is`,
    ),
  ];
  return said.length === 0 ? null : (
    <Note tone="fix" icon="fix" role="alert">
      <Words strong>{`Incomplete. Not counted below: ${said.join('; ')}.`}</Words>
    </Note>
  );
}
