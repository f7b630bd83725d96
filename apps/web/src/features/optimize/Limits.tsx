import type { Evaluation } from '@alveus/core';
import { capital } from '@alveus/core';
import type { LaidRun, BindingLimit } from '@alveus/core/optimize';
import { letGo } from '@alveus/core/optimize';
import type { Edit, Uuid } from '@alveus/plan';
import { sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { selectCommitted } from '../../store/results';
import { useActions } from '../../sync/SyncProvider';
import { Button, List, Row } from '../../ui/measured';
import { placeOf, useGo, useLimitWords } from './limitWords';

/** Limits, each a tap away; where they stand against one another, with what frees those that are nobody's but the plan's. */
export function Limits({
  label,
  limits,
  own,
  free,
}: {
  label: string;
  limits: readonly BindingLimit[];
  own?: Uuid;
  /** Where they stand against one another: all that is worked out, for letting facts go. */
  free?: readonly LaidRun[];
}) {
  const words = useLimitWords();
  const go = useGo();
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const evaluation = useAppSelector(selectCommitted);
  const { nodes } = evaluation;
  return (
    <List label={label}>
      {limits.map((stated, index) => {
        const place = placeOf(stated, (node) => nodes.get(node)?.arriving[0]?.run ?? nodes.get(node)?.leaving[0]?.run);
        const edits = free && freed(evaluation, free, stated);
        const keeping = free && 'keeping' in stated.from ? stated.from.keeping : undefined;
        return (
          <Row
            key={index}
            title={capital(words(stated, own))}
            note={stated.source}
            onPress={place && (() => go(place.run, place.at))}
            does="Go to it"
            after={
              <>
                {edits ? (
                  <Button icon="free" label={`Unlock: ${words(stated, own)}`} onPress={() => edit(edits)}>
                    Unlock
                  </Button>
                ) : null}
                {keeping === undefined ? null : (
                  <Button icon="edit" onPress={() => dispatch(sheetOpened({ sheet: 'keeping', keeping }))}>
                    Change
                  </Button>
                )}
              </>
            }
          />
        );
      })}
    </List>
  );
}

/** What lets a fact go; undefined of what is no fact that can be. */
function freed(
  evaluation: Evaluation,
  runs: readonly LaidRun[],
  { from, run }: BindingLimit,
): readonly Edit[] | undefined {
  if (!('fact' in from) || run === undefined || from.fact === 'step' || from.fact === 'laid') return undefined;
  return letGo(evaluation, runs, run, from.fact);
}
