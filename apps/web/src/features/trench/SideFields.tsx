import { benches, UPRIGHT_PART } from '@alveus/core';
import { Side } from '@alveus/plan';
import { Choice, PlanMeasure, usePrint, useUnits } from '../../ui/measured';

type By = Side['by'] | 'stepped';

const [SLOPED, BENCHED] = [Side.options[1], Side.options[2]];

/** What one kind of side begins with. */
function begun(by: By, out: number): Side {
  switch (by) {
    case 'upright':
      return { by: 'upright' };
    case 'sloped':
      return { by: 'sloped', out, over: 0 };
    case 'stepped':
      return { by: 'sloped', out, over: UPRIGHT_PART };
    case 'benched':
      return benches(out);
  }
}

const byOf = (side: Side): By => (side.by === 'sloped' && side.over > 0 ? 'stepped' : side.by);

interface SideFieldsProps {
  name: string;
  side: Side | undefined;
  /** How deep it is dug, m. */
  deep: number;
  /** What it is where nothing is said. */
  usual: Side;
  out: number;
  /** What cannot be of it, in words. */
  problem: (side: Side) => string | undefined;
  onChange: (side: Side | undefined) => void;
}

/** How a side of a trench or a hole is cut: by the protection, or by hand. */
export function SideFields({ name, side, deep, usual, out, problem, onChange }: SideFieldsProps) {
  const print = usePrint();
  const { system } = useUnits();
  const size = (value: number): string => print(value, system === 'metric' ? 'thickness' : 'depth');
  const sideWords = (side: Side): string => {
    switch (side.by) {
      case 'upright':
        return 'vertical';
      case 'sloped':
        return `sloped ${print(side.out, 'plain')} out for one up`;
      case 'benched':
        return `benched, ${size(side.rise)} up and ${size(side.tread)} out`;
    }
  };
  return (
    <>
      <Choice<By | 'usual'>
        label={name}
        options={[
          { value: 'usual', label: `As protected: ${sideWords(usual)}` },
          { value: 'upright', label: 'Vertical' },
          { value: 'sloped', label: 'Sloped' },
          { value: 'stepped', label: 'Vertical, sloped above' },
          { value: 'benched', label: 'Benched' },
        ]}
        value={side ? byOf(side) : 'usual'}
        onChange={(by) => onChange(by === 'usual' ? undefined : begun(by, out))}
      />
      {side?.by === 'sloped' ? (
        <>
          <PlanMeasure
            label={`${name}: out for one up`}
            quantity="plain"
            value={side.out}
            limit={SLOPED.shape.out}
            check={(next) => problem({ ...side, out: next })}
            onChange={(next) => next !== undefined && onChange({ ...side, out: next })}
          />
          {side.over > 0 ? (
            <PlanMeasure
              label={`${name}: vertical from the bottom up to`}
              quantity="depth"
              value={side.over}
              limit={SLOPED.shape.over}
              onChange={(over) => over !== undefined && onChange({ ...side, over })}
            />
          ) : null}
        </>
      ) : null}
      {side?.by === 'benched'
        ? (
            [
              ['first', 'first vertical face'],
              ['rise', 'each further face'],
              ['tread', 'width of each bench'],
            ] as const
          ).map(([field, words]) => (
            <PlanMeasure
              key={field}
              label={`${name}: ${words}`}
              quantity="depth"
              value={side[field]}
              limit={BENCHED.shape[field]}
              check={(next) =>
                field === 'first' && deep > 0 && next >= deep
                  ? `No bench is cut: it is ${size(deep)} deep.`
                  : problem({ ...side, [field]: next })
              }
              onChange={(next) => next !== undefined && onChange({ ...side, [field]: next })}
            />
          ))
        : null}
    </>
  );
}
