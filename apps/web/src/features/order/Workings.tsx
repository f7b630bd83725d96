import type { Evaluation, FigureRef } from '@alveus/core';
import type { Sum } from '@alveus/core/takeoff';
import type { Uuid } from '@alveus/plan';
import { sheetOpened, useAppDispatch } from '../../store';
import { List, Row, usePrint, Words } from '../../ui/measured';
import { quantityOf } from './words';

/** What an article comes to line by line, each opening to its working. */
export function Workings({ sum, evaluation }: { sum: Sum; evaluation: Evaluation }) {
  const print = usePrint();
  const dispatch = useAppDispatch();
  const rows = sum.parts.flatMap(({ line, amount }) => {
    const figure = line === undefined ? undefined : workingOf(sum, line);
    return line !== undefined && figure ? [{ line, amount, figure }] : [];
  });
  if (rows.length === 0) return null;
  return (
    <>
      <Words strong heading={3}>
        Workings by line
      </Words>
      <List label="Workings by line">
        {rows.map(({ line, amount, figure }) => (
          <Row
            key={line}
            title={`${evaluation.lines.get(line)?.line.name ?? ''}: ${print(amount, quantityOf(sum))}`}
            does="Show the working"
            onPress={() => dispatch(sheetOpened({ sheet: 'working', figure }))}
          />
        ))}
      </List>
    </>
  );
}

function workingOf({ what }: Sum, line: Uuid): FigureRef | undefined {
  switch (what.of) {
    case 'material':
      return { figure: 'placed', line, material: what.material };
    case 'sod':
    case 'bales':
      return { figure: 'area', line, material: what.material };
    case 'pipe':
      return { figure: 'pipeLength', line, pipe: what.pipe };
    case 'native':
      return { figure: 'nativeReturned', line };
    default:
      return undefined;
  }
}
