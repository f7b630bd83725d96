import { savingWords, useAppSelector } from '../../store';
import { Words } from '../../ui';

/** Whether what was done is kept, and saved. */
export function SaveState() {
  const text = useAppSelector((state) => savingWords(state).text);
  const tone = useAppSelector((state) => savingWords(state).tone);
  return (
    <div role="status" aria-live="polite" data-testid="save-state">
      <Words size="small" tone={tone} lines={1}>
        {text}
      </Words>
    </div>
  );
}
