import type { Evaluation } from '@alveus/core';
import { stopsDigging } from '@alveus/core';
import type { SheetPlace } from '@alveus/core/setout';
import { diggingOrder } from '@alveus/core/setout';
import type { Uuid } from '@alveus/plan';
import { formOf, lowerOf, upperOf } from '@alveus/plan';
import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { digChanged, sheetOpened, useAppDispatch, useAppSelector, wentTo } from '../../store';
import { selectEvaluation, selectLine } from '../../store/results';
import { Choice, useWide } from '../../ui/measured';
import type { LongRow } from '../../ui/rowLayout';
import { Empty } from '../parts/Empty';
import { StageFindings } from '../parts/Findings';
import { LineBar } from '../parts/LineBar';
import { SectionView } from '../parts/SectionView';
import { StageLayout } from '../parts/StageLayout';
import { OrderRow } from './OrderRow';
import { PlaceRow, ROW_HEIGHT } from './PlaceRow';
import { SheetHead } from './SheetHead';
import { SheetTable } from './SheetTable';
import { StakeRow } from './StakeRow';
import { Standing } from './Standing';
import { useDig } from './useDig';

/** What do I read on the rod? */
export function DigStage() {
  const any = useAppSelector((state) => Object.keys(selectEvaluation(state).plan.run).length > 0);
  return any ? <Digging /> : <Empty />;
}

function Digging() {
  const wide = useWide();
  const dispatch = useAppDispatch();
  const dig = useDig();
  const line = useAppSelector(selectLine);
  const view = useAppSelector((state) => state.view.dig);
  const { shows } = view;
  const rows = useMemo((): LongRow[] => {
    const { evaluation, places } = dig;
    if (shows === 'order')
      return diggingOrder(evaluation).map((step, index) => ({
        key: step.run,
        height: 64,
        render: () => <OrderRow step={step} number={index + 1} evaluation={evaluation} />,
      }));
    if (shows === 'stakes')
      return stakesOf(evaluation, line?.id).map((node) => ({
        key: node,
        height: 64,
        render: () => <StakeRow node={node} evaluation={evaluation} />,
      }));
    if (wide) return [];
    const go = (place: SheetPlace): void => {
      if (!line) return;
      dispatch(wentTo({ line: line.id, along: place.along }));
      dispatch(sheetOpened({ sheet: 'in-trench' }));
    };
    return places.map((place, index) => ({
      key: String(index),
      height: ROW_HEIGHT,
      render: () => <PlaceRow place={place} dig={dig} view={view} onPress={() => go(place)} />,
    }));
  }, [dig, shows, line, view, wide, dispatch]);
  return (
    <StageLayout
      stage="dig"
      drawings={[
        { above: 0, draw: (height) => <SectionView height={height} handles={false} /> },
        { above: 0, draw: (height) => <SheetTable dig={dig} height={height} /> },
      ]}
      share={0.4}
      numbers={
        <>
          <LineBar />
          <StageFindings only={stopsDigging} />
          <Standing dig={dig} />
          <View style={styles.shows}>
            <Choice<typeof shows>
              label="View"
              bare
              options={[
                { value: 'sheet', label: 'Grade sheet' },
                { value: 'stakes', label: 'Stakes' },
                { value: 'order', label: 'Sequence' },
              ]}
              value={shows}
              onChange={(next) => dispatch(digChanged({ shows: next }))}
            />
          </View>
          {shows === 'sheet' ? <SheetHead dig={dig} /> : null}
        </>
      }
      rows={rows}
    />
  );
}

/** Structures and ends of a line that are staked, from its low end up. */
export function stakesOf({ lines, plan }: Evaluation, line: Uuid | undefined): readonly Uuid[] {
  const order = lines.get(line ?? '')?.order.runs ?? [];
  const nodes = new Set(order.flatMap((run) => [lowerOf(run), upperOf(run)]));
  return [...nodes].filter((node) => !formOf(plan.node[node]?.form ?? 'bend').buried);
}

const styles = StyleSheet.create({ shows: { padding: 12, paddingBottom: 4 } });
