import { Shield } from '@alveus/plan';
import { useState } from 'react';
import { PlanMeasure } from '../../ui/measured';

/** What of a shield was typed so far. */
type HalfShield = { readonly [Field in keyof Shield]?: number | undefined };

interface ShieldFieldsProps {
  shield: Shield | undefined;
  onChange: (shield: Shield | undefined) => void;
}

/** The size of the shield that people work in: nothing holds the sides back before both are typed. */
export function ShieldFields({ shield, onChange }: ShieldFieldsProps) {
  const [half, setHalf] = useState<HalfShield>(shield ?? {});
  const set = (next: HalfShield): void => {
    setHalf(next);
    const { outside, tall } = next;
    if (outside !== undefined && tall !== undefined) onChange({ outside, tall });
    else if (shield) onChange(undefined);
  };
  return (
    <>
      <PlanMeasure
        label="Shield, outside width"
        quantity="depth"
        value={half.outside}
        limit={Shield.shape.outside}
        optional
        onChange={(outside) => set({ ...half, outside })}
        hint="The trench is dug 2 in wider on each side"
      />
      <PlanMeasure
        label="Shield height"
        quantity="depth"
        value={half.tall}
        limit={Shield.shape.tall}
        optional
        onChange={(tall) => set({ ...half, tall })}
        hint="Where it stops short of the ground, the sides slope from 18 in below its top"
      />
    </>
  );
}
