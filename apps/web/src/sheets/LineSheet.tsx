import { moveBranch, reverseLine, sectionItems, SECTIONS, USUAL } from '@alveus/core';
import type { SectionKey } from '@alveus/core';
import { SERVICES } from '@alveus/plan';
import type { Edit, ItemOf, Uuid } from '@alveus/plan';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { PlanMeasure } from '../parts/MeasureInput';
import { NameField } from '../parts/NameField';
import { Sheet } from '../parts/Sheet';
import { Button, Choice } from '../parts/Tap';
import { SERVICE_WORDS } from '../parts/words';
import { Words } from '../parts/Words';
import { noticed, selectEvaluation, selectLine, sheetOpened, useAppDispatch, useAppSelector } from '../store';
import { newId } from '../sync/ids';
import { useActions } from '../sync/SyncProvider';

/** The node a branch hangs on, and others it could be moved to. */
function HangsOn({ line }: { line: ItemOf<'line'> }) {
  const { edit } = useActions();
  const dispatch = useAppDispatch();
  const { plan, lines, topology } = useAppSelector(selectEvaluation);
  const [open, setOpen] = useState(false);
  const lowest = lines.get(line.id)?.order.runs[0];
  if (!lowest) return null;
  const joins = topology.leaving.has(lowest.lower);
  const move = (node: Uuid): void => {
    const moved = moveBranch(plan, line.id, node);
    if (moved.ok) edit(moved.edits);
    else dispatch(noticed(moved.message));
    setOpen(false);
  };
  if (open) {
    return <Choice label="Hang it on" options={Object.values(plan.node).map((node) => ({ value: node.id, label: node.name }))} value={lowest.lower} onChange={move} />;
  }
  return (
    <View style={styles.row}>
      <Words style={styles.flex}>{joins ? `Joins at ${plan.node[lowest.lower]?.name ?? 'a node'}` : `Leaves at ${plan.node[lowest.lower]?.name ?? 'a node'}`}</Words>
      <Button icon="branch" onPress={() => setOpen(true)}>
        Move it
      </Button>
    </View>
  );
}

/** What the runs of a line share. */
export function LineSheet({ onClose }: { onClose: () => void }) {
  const dispatch = useAppDispatch();
  const { edit } = useActions();
  const plan = useAppSelector((state) => state.job.plan);
  const line = useAppSelector(selectLine)?.line;
  if (!line) return null;
  const usual = USUAL[line.service].sections;
  const keys = (Object.keys(SECTIONS) as SectionKey[]).sort((a, b) => Number(usual.includes(b)) - Number(usual.includes(a)));
  const inPlan = Object.values(plan.section);
  const options = [
    ...inPlan.map((section) => ({ value: section.id, label: section.name })),
    ...keys.filter((key) => !inPlan.some((section) => section.name === SECTIONS[key].name)).map((key) => ({ value: key as string, label: SECTIONS[key].name })),
  ];
  const choose = (value: string): void => {
    if (plan.section[value]) return edit([{ op: 'put', item: { ...line, section: value } }]);
    const made = sectionItems(value as SectionKey, Object.values(plan.material), newId);
    const edits: Edit[] = made.items.map((item) => ({ op: 'put', item }));
    edit([...edits, { op: 'put', item: { ...line, section: made.section.id } }]);
  };
  return (
    <Sheet
      title={line.name}
      onClose={onClose}
      foot={
        <Button kind="main" onPress={onClose}>
          Done
        </Button>
      }
    >
      <NameField key={line.name} value={line.name} onChange={(name) => edit([{ op: 'put', item: { ...line, name } }])} />
      <Choice label="What runs in it" options={SERVICES.map((value) => ({ value, label: SERVICE_WORDS[value] }))} value={line.service} onChange={(service) => edit([{ op: 'put', item: { ...line, service } }])} />
      <Choice label="Trench section" options={options} value={line.section} onChange={choose} />
      <HangsOn line={line} />
      <View style={styles.row}>
        <Button icon="undo" onPress={() => edit(reverseLine(plan, line.id))}>
          Turn it round
        </Button>
        <Button kind="danger" icon="trash" onPress={() => dispatch(sheetOpened({ sheet: 'delete-line' }))}>
          Delete the line
        </Button>
      </View>
      <PlanMeasure label="Chainage of the outlet" quantity="chainage" value={line.startChainage} onChange={(startChainage) => startChainage !== undefined && edit([{ op: 'put', item: { ...line, startChainage } }])} hint="So that painted stakes survive an extended outlet" />
    </Sheet>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', flexWrap: 'wrap', gap: 10, alignItems: 'center' }, flex: { flex: 1, minWidth: 140 } });
