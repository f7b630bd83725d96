import { useState } from 'react';
import { useAppSelector } from '../../store';
import { selectEvaluation, selectLine } from '../../store/results';
import { saveText } from '../../sync/files';
import { Button, Choice, Sheet, Words } from '../../ui';
import type { Part } from './Paper';
import { Paper } from './Paper';
import { share, sheetText } from './shareText';
import { useFacts } from './useFacts';

/** What of the job goes on paper. The browser's own print takes the same, as long as this is open. */
export function PrintSheet({ onClose }: { onClose: () => void }) {
  const evaluation = useAppSelector(selectEvaluation);
  const here = useAppSelector((state) => selectLine(state)?.id);
  const [which, setWhich] = useState<'here' | 'all'>('here');
  const [part, setPart] = useState<Part | 'all'>('all');
  const factsOf = useFacts();
  const job = useAppSelector((state) => state.job.name);
  const all = [...evaluation.lines.values()];
  const line = evaluation.lines.get(here ?? '');
  const send = (): void => {
    const dated = new Intl.DateTimeFormat('en', { dateStyle: 'long' }).format(new Date());
    const text = sheetText(job, dated, which === 'all' ? all : line ? [line] : [], factsOf);
    void share(job, text, (name, words) => saveText(name, 'text/plain', words));
  };
  if (!line) {
    return (
      <Sheet title="Print" onClose={onClose}>
        <Words>Nothing to print yet: first add a line.</Words>
      </Sheet>
    );
  }
  return (
    <Sheet
      title="Print"
      onClose={onClose}
      foot={
        <>
          <Button onPress={send}>Share as text</Button>
          <Button kind="main" onPress={() => window.print()}>
            Print or save as PDF
          </Button>
        </>
      }
    >
      {all.length > 1 ? (
        <Choice
          label="Lines"
          options={[
            { value: 'here', label: line.line.name },
            { value: 'all', label: `All ${all.length}` },
          ]}
          value={which}
          onChange={setWhich}
        />
      ) : null}
      <Choice
        label="Include"
        options={[
          { value: 'all', label: 'Everything' },
          { value: 'sketch', label: 'Sketch' },
          { value: 'section', label: 'Long section' },
          { value: 'facts', label: 'Structures, utilities, findings' },
          { value: 'table', label: 'Grade table' },
          { value: 'order', label: 'Order list' },
        ]}
        value={part}
        onChange={setPart}
      />
      <Words tone="muted">
        Black and white, one line to a page. A printout is only as current as its date: check the plan before you dig.
      </Words>
      <Paper lines={which === 'all' ? all : [line]} part={part} />
    </Sheet>
  );
}
