import { withJob } from '../store/store';
import type { Actions } from './actions';
import { actionsOn } from './actions';
import { api } from './api';
import type { Frame } from './frame/frame';
import { Outbox } from './outbox';

/** What goes on beside the screen once a job is open, or once something waits. */
export interface Sync {
  readonly outbox: Outbox;
  readonly actions: Actions;
}

const all = new WeakMap<Frame, Sync>();

/** It begins once a page, and ends with that. */
export function syncOf(frame: Frame): Sync {
  const known = all.get(frame);
  if (known) return known;
  const store = withJob(frame.store);
  const outbox = new Outbox(store, api, frame.device);
  const soon = (): void => void outbox.run();
  window.addEventListener('online', soon);
  window.addEventListener('focus', soon);
  frame.ends.add(() => {
    outbox.stop();
    window.removeEventListener('online', soon);
    window.removeEventListener('focus', soon);
  });
  const sync = { outbox, actions: actionsOn(store, outbox) };
  all.set(frame, sync);
  return sync;
}
