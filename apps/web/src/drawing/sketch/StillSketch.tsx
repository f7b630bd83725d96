import type { Evaluation, System } from '@alveus/core';
import { isDrawn, networkSpots, print, unitSize } from '@alveus/core';
import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { Words } from '../../ui';
import { Furniture } from './Furniture';
import { Picture } from './Picture';
import { fitView } from './view';
import { windowAt } from './window';

interface StillSketchProps {
  evaluation: Evaluation;
  width: number;
  height: number;
  system: System;
}

/** The whole network on a plan that nobody looks round in, as on paper. */
export function StillSketch({ evaluation, width, height, system }: StillSketchProps) {
  const { plan, topology } = evaluation;
  const spots = useMemo(() => networkSpots(plan, topology), [plan, topology]);
  const { zoom, window } = useMemo(() => {
    const view = fitView(spots.values(), { width, height });
    return { zoom: view.zoom, window: windowAt(view, { width, height }) };
  }, [spots, width, height]);
  const unit = unitSize('distance', system);
  return (
    <View style={{ width, height }}>
      <View style={[styles.picture, { transform: [{ translateX: -window.left }, { translateY: -window.top }] }]}>
        <Picture
          evaluation={evaluation}
          spots={spots}
          zoom={zoom}
          window={window}
          frame={window}
          system={system}
          unit={unit}
          chosenNode={undefined}
          chosenRun={undefined}
        />
      </View>
      {isDrawn(plan) || spots.size === 0 ? null : (
        <View style={styles.note}>
          <Words size="small">Lengths to scale, directions not</Words>
        </View>
      )}
      <View style={styles.furniture}>
        <Furniture
          zoom={zoom}
          unit={unit}
          words={(metres) => print(metres, 'distance', system).replace(/\.0+(?= )/, '')}
        />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  picture: { position: 'absolute', left: 0, top: 0 },
  note: { position: 'absolute', left: 8, top: 6 },
  furniture: { position: 'absolute', left: 4, bottom: 0 },
});
