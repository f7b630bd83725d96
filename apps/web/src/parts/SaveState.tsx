import { useAppSelector } from '../store';
import type { RootState } from '../store';
import { Words } from './Words';

type Tone = 'settled' | 'muted' | 'fix' | 'stop';

/** Where the last edit is, in words. */
export function savingWords({ job }: RootState): { text: string; tone: Tone } {
  const waiting = job.pending.length;
  if (job.conflicts.length > 0) return { text: 'Kept here · needs your decision', tone: 'fix' };
  if (job.link.state === 'unkept') return { text: job.link.message, tone: 'stop' };
  if (job.link.state === 'refused') return { text: `Not saved: ${job.link.message}`, tone: 'stop' };
  if (waiting === 0) {
    if (job.opening !== 'open') return { text: job.link.state === 'offline' ? 'No connection' : 'Opening…', tone: 'muted' };
    return job.link.state === 'offline' ? { text: 'Saved · no connection', tone: 'muted' } : { text: 'Saved', tone: 'settled' };
  }
  if (job.kept < waiting) return { text: 'Keeping…', tone: 'muted' };
  if (job.link.state === 'offline') return { text: `Kept on this device · ${waiting} to send`, tone: 'fix' };
  return { text: 'Kept on this device · saving…', tone: 'muted' };
}

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
