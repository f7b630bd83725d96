import { withJob } from '../store/store';
import type { Actions } from './actions';
import { actionsOn } from './actions';
import { api } from './api';
import type { Frame } from './frame/frame';
import { leaveLastWords } from './frame/lastWords';
import { Outbox } from './outbox';

/** What goes on beside the screen once a job is open, or once something waits. */
export interface Sync {
  readonly outbox: Outbox;
  readonly actions: Actions;
}

/** One for each page, never replaced. */
const all = new WeakMap<Frame, Sync>();

/** It begins once a page, and ends with that. */
export function syncOf(frame: Frame): Sync {
  const running = all.get(frame);
  if (running) return running;
  const store = withJob(frame.store);
  const outbox = new Outbox(store, api, frame.device);
  const soon = (): void => void outbox.run();
  const leave = (): void => {
    // The field that is typed in is left with the page: what stands in it is taken as ever.
    (document.activeElement as HTMLElement | null)?.blur();
    leaveLastWords(outbox.unkept());
  };
  window.addEventListener('pagehide', leave);
  window.addEventListener('online', soon);
  window.addEventListener('focus', soon);
  const sync = { outbox, actions: actionsOn(store, outbox) };
  all.set(frame, sync);
  return sync;
}
