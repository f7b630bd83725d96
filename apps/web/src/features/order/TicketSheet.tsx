import type { Sum } from '@alveus/core/takeoff';
import { unitsOf } from '@alveus/core/takeoff';
import { cutText, Delivery } from '@alveus/plan';
import type { Unit, Uuid } from '@alveus/plan';
import { useAppSelector } from '../../store';
import { newId } from '../../sync/ids';
import { useActions } from '../../sync/SyncProvider';
import { Choice, KeepFoot, Sheet, Words } from '../../ui/measured';
import { FormMeasure, FormText, useSheetForm } from '../../ui/form';
import { today } from './today';
import { useTakeoff } from './useTakeoff';
import { UNIT_QUANTITY, UNIT_WORDS } from './words';

/** A ticket of something that came. */
interface TicketSheetProps {
  article: string;
  /** The ticket that it takes the place of. */
  corrects?: Uuid;
  onClose: () => void;
}

export function TicketSheet({ article, corrects, onClose }: TicketSheetProps) {
  const sum = useTakeoff()?.takeoff.sums.find(({ key }) => key === article);
  const wrong = useAppSelector((state) => state.job.plan.delivery[corrects ?? '']);
  return sum ? (
    <Ticket sum={sum} wrong={wrong} onClose={onClose} />
  ) : (
    <Sheet title="Delivery ticket" onClose={onClose}>
      <Words tone="muted">The plan does not use it any more.</Words>
    </Sheet>
  );
}

function Ticket({ sum, wrong, onClose }: { sum: Sum; wrong: Delivery | undefined; onClose: () => void }) {
  const { edit } = useActions();
  const units = unitsOf(sum);
  const form = useSheetForm<Delivery>(Delivery, {
    kind: 'delivery',
    id: newId(),
    article: sum.key,
    name: cutText(sum.name, 80),
    // What comes by the truck is weighed, and the ticket says what it weighed.
    unit: wrong?.unit ?? (units.includes('mass') ? 'mass' : sum.unit),
    ticket: wrong?.ticket ?? '',
    day: wrong?.day ?? today(),
    ...(wrong ? { amount: wrong.amount, supersedes: wrong.id } : {}),
  });
  const { unit } = form.values;
  const save = (): void =>
    form.keep((item) => {
      edit([{ op: 'put', item }]);
      onClose();
    });
  return (
    <Sheet
      title={`${wrong ? 'Correct the delivery' : 'Delivery'}: ${sum.name}`}
      onClose={onClose}
      foot={<KeepFoot ready={form.ready} onKeep={save} />}
    >
      {units.length > 1 ? (
        <Choice<Unit>
          label="The ticket is in"
          options={units.map((value) => ({
            value,
            label: value === 'count' && sum.count ? `By the ${sum.count.of}` : UNIT_WORDS[value],
          }))}
          value={unit}
          onChange={(next) => form.set('unit', next)}
        />
      ) : null}
      <FormMeasure
        key={unit}
        control={form.control}
        name="amount"
        label="Amount on the ticket"
        quantity={unit === 'count' ? 'plain' : unit === 'mass' && sum.unit === 'mass' ? 'weight' : UNIT_QUANTITY[unit]}
        limit={Delivery.shape.amount}
        focus
      />
      <FormText control={form.control} name="ticket" label="Ticket number" />
      <FormText control={form.control} name="day" label="Day" type="date" />
      <Words size="small" tone="muted">
        A ticket is a record: a correction takes its place, and the first one stays to be seen.
      </Words>
    </Sheet>
  );
}
