import { reverseLine } from '@alveus/core';
import { moveBranch } from '@alveus/core/remove';
import { Line, lowerOf, nameAfter, serviceOf, SERVICES } from '@alveus/plan';
import type { Edit, Item, ItemOf, Service, Uuid } from '@alveus/plan';
import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { noticed, sheetOpened, chosenLately, useAppDispatch, useAppSelector } from '../../store';
import { selectEvaluation, selectLine } from '../../store/results';
import { useActions } from '../../sync/SyncProvider';
import { Button, Choice, DoneFoot, NameField, Picker, PlanMeasure, Sheet, Words } from '../../ui/measured';
import { useNodeChoices } from '../parts/choices';
import { pipeOf, pipeOption, pipeOptions } from '../parts/pipes';
import { SectionChoice } from '../trench/lazySections';

/** The node a branch hangs on; another is chosen to move it there. */
function HangsOn({ line }: { line: ItemOf<'line'> }) {
  const { edit } = useActions();
  const dispatch = useAppDispatch();
  const { plan, lines, topology } = useAppSelector(selectEvaluation);
  const nodes = useNodeChoices();
  const lowest = lines.get(line.id)?.order.runs[0];
  if (!lowest) return null;
  const move = (node: Uuid): void => {
    const moved = moveBranch(plan, line.id, node);
    if (moved.ok) edit(moved.edits);
    else dispatch(noticed(moved.message));
  };
  return (
    <Picker
      label={topology.leaving.has(lowerOf(lowest)) ? 'Joins at' : 'Leaves at'}
      {...nodes}
      value={lowerOf(lowest)}
      onChange={move}
    />
  );
}

/** What all runs of the line are to have; where they differ it is left open. */
function AllRuns({ line }: { line: ItemOf<'line'> }) {
  const { edit } = useActions();
  const dispatch = useAppDispatch();
  const plan = useAppSelector((state) => state.job.plan);
  const lately = useAppSelector((state) => state.settings.lately);
  const runs = Object.values(plan.run).filter((run) => run.line === line.id);
  const put = (items: readonly Item[]): void => edit(items.map((item) => ({ op: 'put', item })));
  const samePipe = runs.every((run) => run.pipe === undefined || run.pipe === line.pipe);
  const loads = new Set(runs.map(({ vehicles }) => vehicles));
  const choose = (option: string): void => {
    const { pipe, name, made } = pipeOf(plan, option);
    const own = runs.filter((run) => run.pipe !== undefined).map(({ pipe: _pipe, ...run }) => run);
    put([...made, { ...line, pipe }, ...own]);
    dispatch(chosenLately(name));
  };
  return (
    <>
      <Picker
        label={samePipe ? 'Pipe of all runs' : 'Pipe of all runs (they differ now)'}
        options={pipeOptions(plan)}
        value={samePipe ? line.pipe : undefined}
        onChange={choose}
        likely={lately.map((name) => pipeOption(plan, name))}
      />
      <Choice
        label="Traffic over the whole line"
        options={[
          { value: 'foot', label: 'Foot traffic only' },
          { value: 'vehicles', label: 'Vehicles' },
        ]}
        value={loads.size > 1 ? undefined : loads.has(true) ? 'vehicles' : 'foot'}
        onChange={(value) => put(runs.map((run) => ({ ...run, vehicles: value === 'vehicles' })))}
      />
    </>
  );
}

const NONE: readonly Edit[] = [];

/** What the runs of a line share. */
export function LineSheet({ onClose }: { onClose: () => void }) {
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const plan = useAppSelector((state) => state.job.plan);
  const line = useAppSelector(selectLine)?.line;
  const id = line?.id;
  const turned = useMemo(() => (id === undefined ? NONE : reverseLine(plan, id)), [plan, id]);
  if (!line) return null;
  const locked = turned.flatMap((edit) =>
    edit.op === 'put' && edit.item.kind === 'runGrade' ? (plan.run[edit.item.id]?.name ?? []) : [],
  );
  return (
    <Sheet title={line.name} onClose={onClose} foot={<DoneFoot onDone={onClose} />}>
      <NameField
        key={line.name}
        value={line.name}
        onChange={(name) => edit([{ op: 'put', item: { ...line, name } }])}
      />
      <Choice
        label="Service"
        options={SERVICES.map((value) => ({ value, label: serviceOf(value).word }))}
        value={line.service}
        onChange={(service) => {
          const usualName = (of: Service): string => `${serviceOf(of).word} line`;
          const name = nameAfter(line.name, line.service, service, usualName);
          edit([{ op: 'put', item: { ...line, name, service } }]);
        }}
      />
      <SectionChoice
        label="Trench section"
        service={line.service}
        value={line.section}
        onChange={(section, more) => edit([...more, { op: 'put', item: { ...line, section } }])}
      />
      <AllRuns line={line} />
      <Button icon="watch" onPress={() => dispatch(sheetOpened({ sheet: 'sizes' }))}>
        Compare sizes
      </Button>
      <HangsOn line={line} />
      {locked.length > 0 ? (
        <Words size="small" tone="muted">
          {`Reversing it locks the inverts of ${locked.join(', ')} where they are: they follow it now.`}
        </Words>
      ) : null}
      <View style={styles.row}>
        <Button icon="undo" onPress={() => edit(turned)}>
          Reverse flow
        </Button>
        <Button kind="danger" icon="trash" onPress={() => dispatch(sheetOpened({ sheet: 'delete-line' }))}>
          Delete the line
        </Button>
      </View>
      <PlanMeasure
        label="Station of the outlet"
        quantity="chainage"
        limit={Line.shape.startChainage}
        value={line.startChainage}
        onChange={(startChainage) =>
          startChainage !== undefined && edit([{ op: 'put', item: { ...line, startChainage } }])
        }
        hint="Keeps painted stakes valid when the outlet moves"
      />
    </Sheet>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 10, alignItems: 'center' },
});
