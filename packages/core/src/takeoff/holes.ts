import type { HoleResult } from '../results';
import type { Entry } from './articles';

/** What is dug for structures, told apart from trenches. */
export const HOLES = 'holes of structures';

/** What the hole of a structure takes. */
export function holeEntries({ id, amounts }: HoleResult): readonly Entry[] {
  if (!amounts) return [];
  const where = { on: 'node', node: id } as const;
  const entries: Entry[] = [
    {
      what: { of: 'dug', stratum: HOLES },
      amount: amounts.excavation,
      where,
      why: 'with room to work',
    },
  ];
  for (const { name, material: of, volume } of amounts.layers) {
    if (volume <= 1e-12) continue;
    if (of === 'native') entries.push({ what: { of: 'native' }, amount: volume, where, why: name });
    else entries.push({ what: { of: 'material', material: of }, amount: volume, where, why: name });
  }
  return entries;
}
