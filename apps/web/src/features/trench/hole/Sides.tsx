import { classOf, SLOPES, usualSide } from '@alveus/core';
import { Hole, PROTECTIONS } from '@alveus/plan';
import { useAppSelector } from '../../../store';
import { selectEvaluation } from '../../../store/results';
import { Choice } from '../../../ui/measured';
import { PROTECTION_WORDS } from '../../parts/words';
import { ShieldFields } from '../ShieldFields';
import { SideFields } from '../SideFields';
import type { HoleItem, Put } from './HoleMeasure';

/** A hole with a field, or without it. */
function withField<K extends 'side' | 'protection' | 'shield'>(
  hole: HoleItem,
  field: K,
  value: HoleItem[K] | undefined,
): HoleItem {
  const { [field]: _before, ...rest } = hole;
  return (value === undefined ? rest : { ...rest, [field]: value }) as HoleItem;
}

/** How people in the hole are protected, and how its sides are cut for that. */
export function Sides({ hole, put }: { hole: HoleItem; put: Put }) {
  const { protection, soil, depth = 0 } = useAppSelector((state) => selectEvaluation(state).holes.get(hole.id)) ?? {};
  const { side, shield } = hole;
  const upright = withField(hole, 'side', undefined);
  return (
    <>
      <Choice
        label="Worker protection in it"
        options={PROTECTIONS.map((value) => ({ value, label: PROTECTION_WORDS[value] }))}
        value={protection}
        // Sides that were cut for another protection go with it.
        onChange={(next) => put(withField(upright, 'protection', next === protection ? undefined : next))}
      />
      <SideFields
        name="Its sides"
        side={side}
        deep={depth}
        usual={usualSide(hole.protection, classOf(soil), shield, depth)}
        out={SLOPES[classOf(soil)] || 1}
        problem={(next) => Hole.safeParse(withField(hole, 'side', next)).error?.issues[0]?.message}
        onChange={(next) => put(withField(hole, 'side', next))}
      />
      {protection === 'shielded' ? (
        <ShieldFields shield={shield} onChange={(next) => put(withField(hole, 'shield', next))} />
      ) : null}
    </>
  );
}
