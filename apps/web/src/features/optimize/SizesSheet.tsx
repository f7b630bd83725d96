import type { Quantity } from '@alveus/core';
import type { SizeTried } from '@alveus/core/compare/sizes';
import { sizesFor } from '@alveus/core/compare/sizes';
import type { Plan } from '@alveus/plan';
import { keyOf } from '@alveus/core/takeoff';
import { useMemo, useState } from 'react';
import { sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { selectCommitted, selectLine } from '../../store/results';
import { newId } from '../../sync/ids';
import { Button, DoneFoot, Picker, Sheet, usePrint, Words } from '../../ui/measured';
import { Against } from './Against';
import type { Compared } from './Beside';
import { Beside } from './Beside';

/** The line as it is beside the line in another size: the smallest that the rules allow, unless another is chosen. */
export function SizesSheet({ onClose }: { onClose: () => void }) {
  const dispatch = useAppDispatch();
  const evaluation = useAppSelector(selectCommitted);
  const line = useAppSelector((state) => selectLine(state)?.id) ?? '';
  const sizes = useMemo(() => sizesFor(evaluation, line, newId), [evaluation, line]);
  const [chosen, setChosen] = useState<string>();
  const { plan } = evaluation;
  const name = plan.line[line]?.name ?? 'the line';
  const smallest = sizes.find(({ against }) => against.length === 0);
  const now = sizes.find((size) => size.now);
  const usual = smallest?.now ? (sizes[sizes.indexOf(smallest) + 1] ?? sizes[sizes.indexOf(smallest) - 1]) : smallest;
  const other = sizes.find((size) => size.name === chosen) ?? usual ?? sizes.find((size) => !size.now);
  const figures = useFigures(now, other, plan);
  return (
    <Sheet title={`Sizes for ${name}`} onClose={onClose} foot={<DoneFoot onDone={onClose} />}>
      {sizes.length === 0 || !other ? (
        <Words tone="muted">Its pipe is not from the catalog, so its other sizes are not known.</Words>
      ) : (
        <>
          <Words>
            {smallest
              ? `The smallest size the rules allow is ${smallest.name}${smallest.now ? ', as it is now' : ''}.`
              : 'No size of this pipe is allowed at this grade; the problems of each are below.'}
          </Words>
          <Words size="small" tone="muted">
            By the rules for slope, cover and pipe changes. Whether it carries the flow is another question, and the
            local code may set a minimum size.
          </Words>
          <Picker
            label="Compare with"
            options={sizes
              .filter((size) => !size.now)
              .map((size) => ({
                value: size.name,
                label: size.name,
                note:
                  size.against.length === 0
                    ? 'allowed'
                    : `${size.against.length === 1 ? '1 problem' : `${size.against.length} problems`}`,
              }))}
            value={other.name}
            onChange={setChosen}
          />
          <Beside now={now} other={other} figures={figures} />
          <Against name={other.name} findings={other.against} />
          {other.now ? null : (
            <Button
              icon="watch"
              onPress={() =>
                dispatch(sheetOpened({ sheet: 'try', words: `Lay ${name} in ${other.name}`, edits: other.edits }))
              }
            >
              {`Try ${other.name}`}
            </Button>
          )}
        </>
      )}
    </Sheet>
  );
}

/** The figures by which sizes are compared. */
function useFigures(now: SizeTried | undefined, other: SizeTried | undefined, plan: Plan): Compared<SizeTried>[] {
  const print = usePrint();
  return useMemo(() => {
    const printed = (value: number | undefined, quantity: Quantity): string =>
      value === undefined ? '–' : print(value, quantity);
    const spare = ({ fall: { asked, has } }: SizeTried): string =>
      has === undefined
        ? '–'
        : has >= asked - 1e-9
          ? `${print(Math.max(0, has - asked), 'distance')} spare`
          : `${print(asked - has, 'distance')} short`;
    const materials = [
      ...new Set(
        [now, other]
          .flatMap((size) => size?.sums ?? [])
          .flatMap(({ what }) => (what.of === 'material' ? what.material : [])),
      ),
    ];
    return [
      { words: 'Fall required', of: ({ fall }) => printed(fall.asked, 'distance') },
      { words: 'Fall available', of: ({ fall }) => printed(fall.has, 'distance') },
      { words: 'That is', of: spare },
      { words: 'Deepest trench', of: ({ deepest }) => printed(deepest, 'depth') },
      { words: 'Digging', of: ({ dug }) => printed(dug, 'volume') },
      ...materials.map((material): Compared<SizeTried> => ({
        words: plan.material[material]?.name ?? 'Material',
        of: ({ sums }) =>
          printed(sums.find(({ key }) => key === keyOf({ of: 'material', material }))?.ordered ?? 0, 'volume'),
      })),
      {
        words: 'Pipe',
        of: ({ sums }) =>
          printed(
            sums.reduce((all, { what, amount }) => (what.of === 'pipe' ? all + amount : all), 0),
            'footage',
          ),
      },
      { words: 'Problems', of: ({ against }) => (against.length === 0 ? 'nothing' : String(against.length)) },
    ];
  }, [now, other, plan, print]);
}
