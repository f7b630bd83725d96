import { sectionItems, SECTIONS, USUAL } from '@alveus/core';
import type { SectionKey } from '@alveus/core';
import { SERVICES } from '@alveus/plan';
import type { Edit } from '@alveus/plan';
import { PlanMeasure } from '../parts/MeasureInput';
import { NameField } from '../parts/NameField';
import { Sheet } from '../parts/Sheet';
import { Button, Choice } from '../parts/Tap';
import { SERVICE_WORDS } from '../parts/words';
import { selectLine, useAppSelector } from '../store';
import { newId } from '../sync/ids';
import { useActions } from '../sync/SyncProvider';

/** What the runs of a line share. */
export function LineSheet({ onClose }: { onClose: () => void }) {
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
      <PlanMeasure label="Chainage of the outlet" quantity="chainage" value={line.startChainage} onChange={(startChainage) => startChainage !== undefined && edit([{ op: 'put', item: { ...line, startChainage } }])} hint="So that painted stakes survive an extended outlet" />
    </Sheet>
  );
}
