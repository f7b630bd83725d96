import type { Evaluation } from '@alveus/core';
import type { DigStep } from '@alveus/core/setout';
import { sheetOpened, useAppDispatch } from '../../store';
import { Row } from '../../ui/measured';
import { WHY_WORDS } from './words';

/** A run in its turn, and what decides that. */
export function OrderRow({
  step: { run, line, why },
  number,
  evaluation: { plan },
}: {
  step: DigStep;
  number: number;
  evaluation: Evaluation;
}) {
  const dispatch = useAppDispatch();
  return (
    <Row
      title={`${number}. ${plan.run[run]?.name ?? ''}`}
      note={[plan.line[line]?.name ?? '', ...why.map((reason) => WHY_WORDS[reason])].join(' · ')}
      noteLines="all"
      does="Set its access"
      onPress={() => dispatch(sheetOpened({ sheet: 'access', run }))}
    />
  );
}
