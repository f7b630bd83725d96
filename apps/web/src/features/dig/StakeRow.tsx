import type { Evaluation } from '@alveus/core';
import { stakeOf } from '@alveus/core/setout';
import type { Uuid } from '@alveus/plan';
import { formOf } from '@alveus/plan';
import { sheetOpened, useAppDispatch } from '../../store';
import { Row, usePrint } from '../../ui/measured';

export function StakeRow({ node, evaluation }: { node: Uuid; evaluation: Evaluation }) {
  const dispatch = useAppDispatch();
  const print = usePrint();
  const stake = stakeOf(evaluation, node);
  if (!stake) return null;
  const said = [
    formOf(stake.node.form).word,
    ...(stake.bottom === undefined ? [] : [`bottom ${print(stake.bottom, 'elevation')}`]),
    ...(stake.rim === undefined ? [] : [`rim ${print(stake.rim, 'elevation')}`]),
  ];
  return (
    <Row
      title={stake.node.name}
      note={said.join(' · ')}
      does="Open its stake"
      onPress={() => dispatch(sheetOpened({ sheet: 'stake', node }))}
    />
  );
}
