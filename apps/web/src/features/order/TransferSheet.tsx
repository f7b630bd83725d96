import type { Evaluation } from '@alveus/core';
import type { Sum } from '@alveus/core/takeoff';
import type { Uuid } from '@alveus/plan';
import { Transfer } from '@alveus/plan';
import { newId } from '../../sync/ids';
import { useActions } from '../../sync/SyncProvider';
import { FormMeasure, FormPicker, FormText, useSheetForm } from '../../ui/form';
import { KeepFoot, Picker, Sheet, usePrint, Words } from '../../ui/measured';
import { useTakeoff } from './useTakeoff';

/** Stone that is moved into a trench of the job, and not ordered for it. */
export function TransferSheet({ article, onClose }: { article: string; onClose: () => void }) {
  const now = useTakeoff();
  const sum = now?.takeoff.sums.find(({ key }) => key === article);
  return now && sum?.what.of === 'material' ? (
    <Move sum={sum} material={sum.what.material} evaluation={now.evaluation} onClose={onClose} />
  ) : (
    <Sheet title="Moved from another trench" onClose={onClose}>
      <Words tone="muted">{now ? 'The plan does not use it any more.' : 'Working it out…'}</Words>
    </Sheet>
  );
}

const ELSEWHERE = 'elsewhere';

interface MoveProps {
  sum: Sum;
  material: Uuid;
  evaluation: Evaluation;
  onClose: () => void;
}

function Move({ sum, material, evaluation, onClose }: MoveProps) {
  const { edit } = useActions();
  const print = usePrint();
  const taken = takenBy(sum, evaluation);
  const [only] = taken.length === 1 ? taken : [];
  const form = useSheetForm<Transfer>(Transfer, {
    kind: 'transfer',
    id: newId(),
    material,
    place: '',
    ...(only ? { into: only.line } : {}),
  });
  const { volume, into, from } = form.values;
  const room = taken.find(({ line }) => line === into)?.left;
  const over = room === undefined || volume === undefined ? 0 : volume - room;
  const save = (): void =>
    form.keep((item) => {
      edit([{ op: 'put', item }]);
      onClose();
    });
  const others = [...evaluation.lines.values()].filter(({ id }) => id !== into);
  return (
    <Sheet title={`Moved: ${sum.name}`} onClose={onClose} foot={<KeepFoot ready={form.ready} onKeep={save} />}>
      <FormPicker
        control={form.control}
        name="into"
        label="Goes into the trenches of"
        options={taken.map(({ line, name, left }) => ({
          value: line,
          label: name,
          note: `takes ${print(left, 'volume')} more`,
        }))}
      />
      <Picker
        label="Comes from"
        options={[
          { value: ELSEWHERE, label: 'Elsewhere', note: 'an old trench, a pile, another job' },
          ...others.map(({ id, line }) => ({
            value: id,
            label: line.name,
            note: 'from its trenches: it is not spoil then',
          })),
        ]}
        value={from ?? ELSEWHERE}
        onChange={(value) => form.set('from', value === ELSEWHERE ? undefined : value)}
      />
      <FormMeasure
        control={form.control}
        name="volume"
        label="How much goes there"
        quantity="volume"
        limit={Transfer.shape.volume}
        hint="Placed, not loose on a pile"
        onSubmit={save}
      />
      {over > 1e-9 && room !== undefined ? (
        <Words tone="watch">{`It takes only ${print(room, 'volume')}: the rest is left over and saves nothing.`}</Words>
      ) : null}
      <FormText control={form.control} name="place" label="Where it is now" />
      <Words size="small" tone="muted">
        Old stone goes in only where it is clean: fines in it plug the new stone.
      </Words>
    </Sheet>
  );
}

/** Lines that take the material, and how much that is not moved there yet. */
function takenBy(
  { parts, moved }: Sum,
  evaluation: Evaluation,
): { readonly line: Uuid; readonly name: string; readonly left: number }[] {
  return parts.flatMap(({ line, amount }) => {
    const name = evaluation.lines.get(line ?? '')?.line.name;
    if (line === undefined || name === undefined) return [];
    const here = moved.reduce((sum, { transfer, counted }) => (transfer.into === line ? sum + counted : sum), 0);
    return [{ line, name, left: Math.max(0, amount - here) }];
  });
}
