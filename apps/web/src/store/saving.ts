import type { RootState } from './store';

type Tone = 'settled' | 'muted' | 'fix' | 'stop';

/** Where the last edit is, in words. */
export function savingWords({ job }: RootState): { text: string; tone: Tone } {
  const waiting = job.pending.length;
  /** With the job itself, where the server has not heard of it. */
  const unsent = waiting + (job.made ? 1 : 0);
  if (job.conflicts.length > 0 || job.diverged) return { text: 'On this device · needs your decision', tone: 'fix' };
  if (waiting > job.kept && job.unkept !== null) return { text: job.unkept, tone: 'stop' };
  if (job.link.state === 'refused') return { text: `Not saved: ${job.link.message}`, tone: 'stop' };
  if (unsent === 0) {
    if (job.opening !== 'open')
      return { text: job.link.state === 'offline' ? 'No connection' : 'Opening…', tone: 'muted' };
    if (job.rejected.length > 0) return { text: `Saved · ${changes(job.rejected.length)} rejected`, tone: 'fix' };
    return job.link.state === 'offline'
      ? { text: 'Saved · no connection', tone: 'muted' }
      : { text: 'Saved', tone: 'settled' };
  }
  if (job.kept < waiting) return { text: 'Saving…', tone: 'muted' };
  if (job.link.state === 'offline') return { text: `On this device · ${unsent} to send`, tone: 'fix' };
  return { text: 'On this device · saving…', tone: 'muted' };
}

const changes = (count: number): string => `${count} ${count === 1 ? 'change' : 'changes'}`;
