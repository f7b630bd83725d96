import type { Spot } from '@alveus/core';
import { placeItem } from '@alveus/core';
import type { Uuid } from '@alveus/plan';
import { PlanSketch } from '../../drawing/sketch';
import { draftSet, sketchChosen, useAppDispatch, useAppSelector } from '../../store';
import { selectEvaluation } from '../../store/results';
import { useActions } from '../../sync/SyncProvider';

/** The plan sketch of the open job. A placed node that is chosen can be dragged; where it is let go is one edit. */
export function SketchView({ height, onPlace }: { height: number; onPlace?: ((spot: Spot) => void) | undefined }) {
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const evaluation = useAppSelector(selectEvaluation);
  const system = useAppSelector((state) => state.settings.system);
  const chosen = useAppSelector((state) => state.view.sketch);
  const put = (node: Uuid, spot: Spot) => [{ op: 'put' as const, item: placeItem(node, spot) }];
  return (
    <PlanSketch
      evaluation={evaluation}
      height={height}
      system={system}
      chosen={chosen}
      onChoose={(choice) => dispatch(sketchChosen(choice))}
      onPlace={onPlace}
      onDragNode={(node, spot) => dispatch(draftSet(put(node, spot)))}
      onDropNode={(node, spot) => edit(put(node, spot))}
      onLetGo={() => dispatch(draftSet([]))}
    />
  );
}
