import { factsOf, fixDrop, nodeLevel } from '@alveus/core';
import { removeRun } from '@alveus/core/remove';
import { formOf, lowerOf, upperOf } from '@alveus/plan';
import type { ItemOf, Uuid } from '@alveus/plan';
import { StyleSheet, View } from 'react-native';
import { sheetOpened, useAppDispatch, useAppSelector } from '../../store';
import { selectEvaluation } from '../../store/results';
import { useActions } from '../../sync/SyncProvider';
import { Button, Choice, DoneFoot, NameField, PlanMeasure, Sheet, usePrint, Words } from '../../ui/measured';
import { GroundAlong } from './GroundAlong';
import { LengthField } from './LengthField';
import { PipeChoice } from './PipeChoice';

/** A run's own facts, the ground along it and the nodes at its ends. What is typed holds at once; undo takes it back. */
export function RunSheet({ run: id, onClose }: { run: Uuid; onClose: () => void }) {
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const plan = useAppSelector((state) => state.job.plan);
  const run = plan.run[id];
  if (!run) {
    return (
      <Sheet title="Run" onClose={onClose}>
        <Words>This run has been removed.</Words>
      </Sheet>
    );
  }
  const put = (item: ItemOf<'run'>): void => edit([{ op: 'put', item }]);
  const remove = (): void => {
    onClose();
    edit(removeRun(plan, id));
  };
  return (
    <Sheet title={run.name} onClose={onClose} foot={<DoneFoot onDone={onClose} onRemove={remove} />}>
      <NameField key={run.name} value={run.name} onChange={(name) => put({ ...run, name })} />
      <LengthField run={run} />
      <GroundAlong run={run} />
      <NodeRow
        id={lowerOf(run)}
        end="Lower"
        onOpen={() => dispatch(sheetOpened({ sheet: 'node', node: lowerOf(run) }))}
      />
      <NodeRow
        id={upperOf(run)}
        end="Upper"
        onOpen={() => dispatch(sheetOpened({ sheet: 'node', node: upperOf(run) }))}
      />
      <Button icon="branch" onPress={() => dispatch(sheetOpened({ sheet: 'wye', run: run.id, at: undefined }))}>
        Add a wye
      </Button>
      <Button icon="edit" onPress={() => dispatch(sheetOpened({ sheet: 'swale', run: run.id }))}>
        {plan.swale[id] ? 'Its swale' : 'Cut a swale along it'}
      </Button>
      <DropField run={run} />
      <PipeChoice run={run} />
      <Choice
        label="Traffic over it"
        options={[
          { value: 'foot', label: 'Foot traffic only' },
          { value: 'vehicles', label: 'Vehicles' },
        ]}
        value={run.vehicles ? 'vehicles' : 'foot'}
        onChange={(value) => put({ ...run, vehicles: value === 'vehicles' })}
      />
    </Sheet>
  );
}

function NodeRow({ id, end, onOpen }: { id: Uuid; end: string; onOpen: () => void }) {
  const plan = useAppSelector((state) => state.job.plan);
  const print = usePrint();
  const node = plan.node[id];
  const { shots } = useAppSelector(selectEvaluation);
  const level = nodeLevel(plan, shots, id);
  const ground = level?.elevation;
  return (
    <View style={styles.break}>
      <View style={styles.flex}>
        <Words strong>{`${end} end: ${node?.name ?? 'removed'}`}</Words>
        <Words size="small" tone="muted">
          {`${node ? formOf(node.form).word : ''} · ${ground === undefined ? 'ground not known' : `ground ${print(ground, 'elevation')}, ${shots.nodes.get(id) === level ? 'shot' : 'typed'}`}`}
        </Words>
      </View>
      <Button icon="edit" onPress={onOpen} label={`Open ${node?.name ?? end}`}>
        Open
      </Button>
    </View>
  );
}

function DropField({ run }: { run: ItemOf<'run'> }) {
  const { edit } = useActions();
  const plan = useAppSelector((state) => state.job.plan);
  const below = Object.values(plan.run).some((other) => upperOf(other) === lowerOf(run));
  if (!below) return null;
  return (
    <PlanMeasure
      label="Drop at its lower end"
      quantity="thickness"
      value={factsOf(run, plan.runGrade[run.id]).drop}
      optional
      onChange={(drop) => edit(fixDrop(plan, run, drop).map((item) => ({ op: 'put', item })))}
      hint="From this invert down to the next. Empty: it follows from the other figures, or is zero"
    />
  );
}

const styles = StyleSheet.create({
  break: { flexDirection: 'row', alignItems: 'center', gap: 10 },
  flex: { flex: 1 },
});
