import { INCH, portsOf } from '@alveus/core';
import type { NodeForm } from '@alveus/plan';
import { Hole, Ports } from '@alveus/plan';
import { Choice, usePrint } from '../../../ui/measured';
import type { HoleItem, Put } from './HoleMeasure';
import { HoleMeasure } from './HoleMeasure';

const [ROUND, BOX] = Hole.shape.plan.options;

interface SizeProps {
  hole: HoleItem;
  form: NodeForm;
  put: Put;
}

/** What stands in it, and the room round that. */
export function Size({ hole, form, put }: SizeProps) {
  const print = usePrint();
  const { plan } = hole;
  return (
    <>
      <Choice
        label="Shape of the structure, from above"
        options={[
          { value: 'round', label: 'Round' },
          { value: 'box', label: 'A box' },
        ]}
        value={plan.by}
        onChange={(by) => {
          const across = plan.across;
          put({ ...hole, plan: by === 'round' ? { by, across } : { by, along: across, across } });
        }}
      />
      {plan.by === 'box' ? (
        <HoleMeasure
          put={put}
          label="Outside, along the outgoing pipe"
          quantity="depth"
          value={plan.along}
          limit={BOX.shape.along}
          make={(along) => (along === undefined ? undefined : { ...hole, plan: { ...plan, along } })}
        />
      ) : null}
      <HoleMeasure
        put={put}
        label={plan.by === 'box' ? 'Outside, across' : 'Outside, across the circle'}
        quantity="depth"
        value={plan.across}
        limit={ROUND.shape.across}
        make={(across) => (across === undefined ? undefined : { ...hole, plan: { ...plan, across } })}
      />
      <HoleMeasure
        put={put}
        label="Height, outside"
        quantity="depth"
        value={hole.tall}
        limit={Hole.shape.tall}
        make={(tall) => (tall === undefined ? undefined : { ...hole, tall })}
      />
      <HoleMeasure
        put={put}
        label="Floor thickness"
        quantity="thickness"
        value={hole.floor}
        limit={Hole.shape.floor}
        make={(floor) => (floor === undefined ? undefined : { ...hole, floor })}
      />
      <PortFields hole={hole} form={form} put={put} />
      <HoleMeasure
        put={put}
        label="Room around it, each side"
        quantity="thickness"
        value={hole.room}
        limit={Hole.shape.room}
        make={(room) => (room === undefined ? undefined : { ...hole, room })}
        hint={`${print(6 * INCH, 'thickness')} where the local rule allows; ${print(12 * INCH, 'thickness')} to get the straps off`}
      />
    </>
  );
}

/** Where pipes come in and go out, of what is set by them. */
function PortFields({ hole, form, put }: SizeProps) {
  const ports = portsOf(hole, form);
  if (!ports) return null;
  return (
    [
      ['inlet', 'Inlet, from the top down to the invert'],
      ['outlet', 'Outlet, from the top down to the invert'],
      ['wall', 'Wall thickness'],
    ] as const
  ).map(([field, label]) => (
    <HoleMeasure
      key={field}
      put={put}
      label={label}
      quantity="thickness"
      value={ports[field]}
      limit={Ports.shape[field]}
      make={(next) => (next === undefined ? undefined : { ...hole, ports: { ...ports, [field]: next } })}
    />
  ));
}
