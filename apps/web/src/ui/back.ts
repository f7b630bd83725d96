import { useEffect } from 'react';
import { useSteady } from './useSteady';

/**
 * The browser's Back closes what lies over a page before it leaves the page. While something is open the history has an
 * entry more, of the same page and marked; Back from there is heard here and goes no further. Where nothing is open any
 * more it goes on to the page before.
 */

interface Over {
  readonly close: () => void;
}

/** What is open, the uppermost last. */
const open: Over[] = [];

interface Entry {
  readonly id?: string;
  readonly over?: true;
}
const entry = (): Entry => (window.history.state as Entry | null) ?? {};

/** Entries more than the page itself has. What was closed otherwise leaves its own there, for the next to be opened. */
let more: { readonly id: string | undefined; readonly count: number } = { id: undefined, count: 0 };
const moreOf = (id: string | undefined): number => (more.id === id ? more.count : 0);

function mark(): void {
  const { id, over } = entry();
  if (over && moreOf(id) > 0) return;
  more = { id, count: moreOf(id) + 1 };
  window.history.pushState({ ...entry(), over: true }, '');
}

function onBack(event: PopStateEvent): void {
  const { id } = entry();
  const count = moreOf(id);
  if (count === 0) return;
  // The page itself stays: whoever changes pages need not hear of it.
  event.stopImmediatePropagation();
  more = { id, count: count - 1 };
  const top = open[open.length - 1];
  if (!top) {
    // Nothing lies over the page: it is the page that is to be left.
    more = { id, count: 0 };
    window.history.go(-count);
    return;
  }
  if (open.length > 1) mark();
  // What stands in a field is taken, as when it is left in any other way.
  (document.activeElement as HTMLElement | null)?.blur();
  top.close();
}

// Before whoever changes pages listens: this is loaded with the frame of the app.
if (typeof window !== 'undefined') {
  // A page that was loaded anew with something open has that entry still.
  if (entry().over) more = { id: entry().id, count: 1 };
  window.addEventListener('popstate', onBack, { capture: true });
}

/** Has Back close what is open now. @returns to be called once it is closed, in whatever way */
function backCloses(close: () => void): () => void {
  const over: Over = { close };
  open.push(over);
  mark();
  return () => {
    open.splice(open.indexOf(over), 1);
  };
}

/** @param close undefined where nothing is open, or it cannot be closed */
export function useBackCloses(close: (() => void) | undefined): void {
  const closes = close !== undefined;
  const closing = useSteady(() => close?.());
  useEffect(() => (closes ? backCloses(closing) : undefined), [closes, closing]);
}
