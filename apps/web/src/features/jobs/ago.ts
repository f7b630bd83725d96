import { differenceInDays } from 'date-fns/differenceInDays';
import { differenceInHours } from 'date-fns/differenceInHours';
import { differenceInMinutes } from 'date-fns/differenceInMinutes';
import { isValid } from 'date-fns/isValid';

// Made when they are first needed: a browser takes its time over each, and the list of jobs is not to wait for it.
let near: Intl.RelativeTimeFormat | undefined;
let far: Intl.DateTimeFormat | undefined;

function before(amount: number, unit: 'minute' | 'hour' | 'day'): string {
  near ??= new Intl.RelativeTimeFormat('en', { numeric: 'auto' });
  return near.format(-amount, unit);
}

function onDay(then: Date): string {
  far ??= new Intl.DateTimeFormat('en', { day: 'numeric', month: 'short', year: 'numeric' });
  return far.format(then);
}

/** How long ago a moment was, as people say it; a day long past, or one to come, by its date. */
export function ago(iso: string, now = new Date()): string {
  const then = new Date(iso);
  if (!isValid(then)) return 'some time ago';
  const minutes = differenceInMinutes(now, then);
  if (minutes < -1 || differenceInDays(now, then) > 6) return onDay(then);
  if (minutes < 2) return 'just now';
  if (minutes < 90) return before(minutes, 'minute');
  const hours = differenceInHours(now, then);
  return hours < 36 ? before(hours, 'hour') : before(Math.round(hours / 24), 'day');
}
