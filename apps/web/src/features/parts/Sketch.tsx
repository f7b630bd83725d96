import type { Spot } from '@alveus/core';
import { placeItem } from '@alveus/core';
import type { Uuid } from '@alveus/plan';
import { useMemo } from 'react';
import type { Judgement, Strips } from '../../drawing/sketch';
import { PlanSketch } from '../../drawing/sketch';
import { draftSet, sketchChosen, useAppDispatch, useAppSelector } from '../../store';
import { selectAtRest, selectEvaluation, selectTroubles } from '../../store/results';
import { useActions } from '../../sync/SyncProvider';

interface SketchViewProps {
  height: number;
  onPlace?: ((spot: Spot) => void) | undefined;
  /** What is to be tapped, and how it is left alone. */
  prompt?: { readonly words: string; readonly onLeave: () => void } | undefined;
  judgement?: Judgement;
  strips?: Strips;
}

/** The sketch in the colours of what stands against each run, and with the water that stands in them. */
export function JudgedSketch({ height }: { height: number }) {
  const troubles = useAppSelector(selectTroubles);
  const rest = useAppSelector(selectAtRest);
  const judgement = useMemo(() => ({ troubles, rest }), [troubles, rest]);
  return <SketchView height={height} judgement={judgement} />;
}

/** The plan sketch of the open job. A placed node that is chosen can be dragged; where it is let go is one edit. */
export function SketchView({ judgement, strips, height, onPlace, prompt }: SketchViewProps) {
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
      judgement={judgement}
      strips={strips}
      onChoose={(choice) => dispatch(sketchChosen(choice))}
      onPlace={onPlace}
      prompt={prompt}
      onDragNode={(node, spot) => dispatch(draftSet(put(node, spot)))}
      onDropNode={(node, spot) => edit(put(node, spot))}
      onLetGo={() => dispatch(draftSet([]))}
    />
  );
}

export { StillSketch } from '../../drawing/sketch/StillSketch';
