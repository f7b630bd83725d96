import { isDrawn, networkSpots, placeItem } from '@alveus/core';
import type { Spot } from '@alveus/core';
import { ONLY, Site } from '@alveus/plan';
import type { Uuid } from '@alveus/plan';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { useStore } from 'react-redux';
import type { Store } from '../../store';
import { sketchChosen, useAppDispatch, useAppSelector } from '../../store';
import { selectAlongLines, selectCommitted } from '../../store/results';
import { useActions } from '../../sync/SyncProvider';
import { Button, Heading, PlanMeasure, Words } from '../../ui/measured';
import { Empty } from '../parts/Empty';
import { StageFindings } from '../parts/Findings';
import { SketchView } from '../parts/SketchView';
import { StageLayout } from '../parts/StageLayout';
import { ChosenBar } from './ChosenBar';
import { NodeRow, RunRow } from './NetworkRows';
import { Pits } from './Pits';
import { Utilities } from './Utilities';

const SITE_FINDINGS = ['site'] as const;

/** What is there, what limits us, and where do the lines go? */
export function SiteStage() {
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const node = useAppSelector((state) => state.job.plan.node);
  const order = useAppSelector(selectAlongLines);
  const drawn = useAppSelector((state) => isDrawn(state.job.plan));
  /** The node whose place is being tapped. */
  const [placing, setPlacing] = useState<Uuid>();
  const rows = useMemo(
    () => [
      { key: 'runs', height: 60, render: () => <Heading>Runs</Heading> },
      ...order.runs.map((id) => ({ key: id, render: () => <RunRow id={id} /> })),
      { key: 'nodes', height: 60, render: () => <Heading>Structures, bends and ends</Heading> },
      ...order.nodes.map((id) => ({ key: id, render: () => <NodeRow id={id} onPlace={setPlacing} /> })),
    ],
    [order],
  );
  if (Object.keys(node).length === 0) return <Empty />;

  const place = (spot: Spot): void => {
    if (placing === undefined) return;
    edit([{ op: 'put', item: placeItem(placing, spot) }]);
    dispatch(sketchChosen({ node: placing }));
    setPlacing(undefined);
  };
  return (
    <StageLayout
      stage="site"
      drawings={[
        {
          above: 340,
          draw: (height) =>
            placing === undefined ? (
              <SketchView height={height} />
            ) : (
              <SketchView
                height={height}
                onPlace={place}
                prompt={{
                  words: `Tap where ${node[placing]?.name ?? 'it'} goes`,
                  onLeave: () => setPlacing(undefined),
                }}
              />
            ),
        },
      ]}
      numbers={
        <>
          {placing === undefined ? <ChosenBar onPlace={setPlacing} /> : null}
          {drawn ? null : <Schematic />}
          <Utilities />
          <StageFindings stages={SITE_FINDINGS} quiet="No problems found." />
          <Pits />
          <Frost />
        </>
      }
      rows={rows}
    />
  );
}

/** A sketch begins from the schematic, or not at all. */
function Schematic() {
  const store = useStore() as Store;
  const { edit } = useActions();
  const take = (): void => {
    const { plan, topology } = selectCommitted(store.getState());
    edit(
      [...networkSpots(plan, topology)]
        .filter(([id, spot]) => plan.node[id] && !spot.placed)
        .map(([id, spot]) => ({ op: 'put', item: placeItem(id, spot) })),
    );
  };
  return (
    <View style={styles.pad}>
      <Words>
        No sketch yet: this is a diagram of what was typed. It can stay that way; or start a sketch from it and move the
        points to where they are.
      </Words>
      <Button icon="site" onPress={take}>
        Start a sketch from this
      </Button>
    </View>
  );
}

function Frost() {
  const { edit } = useActions();
  const site = useAppSelector((state) => state.job.plan.site[ONLY]);
  return (
    <>
      <Heading>Frost</Heading>
      <View style={styles.pad}>
        <PlanMeasure
          label="Frost depth"
          quantity="depth"
          value={site?.frost}
          optional
          limit={Site.shape.frost}
          onChange={(frost) => {
            const { frost: _before, ...rest } = site ?? { kind: 'site' as const, id: ONLY };
            edit([{ op: 'put', item: frost === undefined ? rest : { ...rest, frost } }]);
          }}
          hint="From the local code; empty where the ground does not freeze"
        />
      </View>
    </>
  );
}

const styles = StyleSheet.create({ pad: { padding: 12, gap: 10 } });
