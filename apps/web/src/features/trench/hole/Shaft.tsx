import { numberFor } from '@alveus/core';
import { Frame, Hole } from '@alveus/plan';
import { useAppSelector } from '../../../store';
import { selectEvaluation } from '../../../store/results';
import { Button } from '../../../ui/measured';
import type { HoleItem, Put } from './HoleMeasure';
import { HoleMeasure } from './HoleMeasure';
import { useFresh } from './useFresh';

/** Its risers, and the frame on its own concrete. */
export function Shaft({ hole, put }: { hole: HoleItem; put: Put }) {
  const concrete = useFresh('concrete');
  const { frame } = hole;
  const clear = useAppSelector((state) => numberFor(selectEvaluation(state).profile, 'frame-bears').value);
  return (
    <>
      <HoleMeasure
        put={put}
        label="Risers, outside"
        quantity="thickness"
        value={hole.riser}
        limit={Hole.shape.riser}
        optional
        make={(riser) => {
          const { riser: _before, ...rest } = hole;
          return riser === undefined ? rest : { ...rest, riser };
        }}
        hint="From the top of the structure up to the rim; empty where there are none"
      />
      {frame ? (
        <>
          {(
            [
              ['across', 'Frame concrete, outside'],
              ['thick', 'Its thickness'],
              ['clear', 'Clear of the shaft, all around'],
            ] as const
          ).map(([field, label]) => (
            <HoleMeasure
              put={put}
              key={field}
              label={label}
              quantity="thickness"
              value={frame[field]}
              limit={Frame.shape[field]}
              make={(next) => (next === undefined ? undefined : { ...hole, frame: { ...frame, [field]: next } })}
            />
          ))}
          <Button
            icon="trash"
            onPress={() => {
              const { frame: _before, ...rest } = hole;
              put(rest);
            }}
          >
            No frame
          </Button>
        </>
      ) : (
        <Button
          icon="plus"
          onPress={() => {
            const { material, more } = concrete();
            const shaft = hole.riser ?? hole.plan.across;
            put({ ...hole, frame: { material, across: shaft + 0.5, thick: 0.2, clear } }, more);
          }}
        >
          Frame on its own concrete
        </Button>
      )}
    </>
  );
}
