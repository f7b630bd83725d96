import type { End } from '@alveus/core/compare/ends';
import { endsAt } from '@alveus/core/compare/ends';
import type { Uuid } from '@alveus/plan';
import { carriesSewage, formOf } from '@alveus/plan';
import { useMemo } from 'react';
import { sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { selectCommitted } from '../../store/results';
import { Button, DoneFoot, List, Row, Sheet, usePrint, Words } from '../../ui/measured';
import { useSay } from '../parts/useSay';

const nameOf = ({ form, entry }: End): string =>
  entry ? `${formOf(form).word}, ${entry === 'grate' ? 'over its grate' : 'through its wall'}` : formOf(form).word;

/** The ends that a line could have here, side by side: what each asks for, and what stands full behind it. */
export function EndsSheet({ node, onClose }: { node: Uuid; onClose: () => void }) {
  const dispatch = useAppDispatch();
  const evaluation = useAppSelector(selectCommitted);
  const say = useSay();
  const print = usePrint();
  const sewage = evaluation.nodes.get(node)?.arriving.some(({ service }) => service && carriesSewage(service));
  const ends = useMemo(() => endsAt(evaluation, node), [evaluation, node]);
  const noteOf = ({ depth, hole, stands, needs, cannot, changes }: End): string =>
    [
      cannot ? `Not possible here: ${say(cannot)}` : '',
      depth === undefined || hole === undefined
        ? ''
        : `${print(depth, 'depth')} down to the pipe${hole > depth ? `, a hole ${print(hole, 'depth')} deep` : ''}`,
      stands
        ? `water stands in ${stands.full > 0.005 ? `${print(stands.full, 'distance')} of full pipe and ` : ''}${print(stands.wet, 'distance')} of wet pipe, ${print(stands.volume, 'liquid')} up to ${print(stands.level, 'elevation')}`
        : 'drains dry',
      `needs ${needs}`,
      changes.come.length > 0
        ? changes.come.length === 1
          ? '1 more finding'
          : `${changes.come.length} more findings`
        : '',
    ]
      .filter(Boolean)
      .join(' · ');
  return (
    <Sheet
      title={`Ends at ${evaluation.plan.node[node]?.name ?? 'the low end'}`}
      onClose={onClose}
      foot={<DoneFoot onDone={onClose} />}
    >
      <Words size="small" tone="muted">
        {`The line as it is now, with each end. ${
          sewage
            ? 'Sewage goes to a tank, a public sewer or a licensed field: open ends are left out. Get permission first.'
            : 'Behind an end where water has to rise, it stands until it soaks away. Draining to a street or a neighbor usually needs permission.'
        }`}
      </Words>
      <List label="Ends compared">
        {ends.map((end) => (
          <Row
            key={`${end.form} ${end.entry ?? ''}`}
            noteLines="all"
            title={end.now ? `${nameOf(end)}: now` : nameOf(end)}
            note={noteOf(end)}
            after={
              end.now ? undefined : (
                <Button
                  icon="watch"
                  label={`Try it: ${nameOf(end)}`}
                  onPress={() =>
                    dispatch(
                      sheetOpened({ sheet: 'try', words: `End in ${nameOf(end).toLowerCase()}`, edits: end.edits }),
                    )
                  }
                >
                  Try it
                </Button>
              )
            }
          />
        ))}
      </List>
    </Sheet>
  );
}
