import { useEffect, useRef } from 'react';

/**
 * The browser's Back closes what lies over a page before it leaves the page. While something is open the history has an
 * entry more, of the same page and marked; Back from there is heard here and goes no further.
 */

interface Over {
  readonly close: () => void;
}

/** What is open, the uppermost last. */
const open: Over[] = [];
/** We went back ourselves, and have not been told of it yet. */
let expected = false;
let settling: ReturnType<typeof setTimeout> | undefined;

interface Entry {
  readonly id?: string;
  readonly over?: true;
}
const entry = (): Entry => (window.history.state as Entry | null) ?? {};

/** Closing and opening the next, or going on to another page, is one step: the entry is let go of only after it. */
const SETTLED = 60;

function mark(): void {
  if (!marked()) window.history.pushState({ ...entry(), over: true }, '');
}

/** @param stillThere whether this is the entry that is to go */
function unmark(stillThere: () => boolean): void {
  clearTimeout(settling);
  settling = setTimeout(() => {
    // One step at a time: until it is heard of, the entry looks as if it were still there.
    if (open.length > 0 || expected || !stillThere()) return;
    expected = true;
    window.history.back();
  }, SETTLED);
}

const marked = (): boolean => entry().over === true;

function onBack(event: PopStateEvent): void {
  const { over, id } = entry();
  if (over) {
    // Nothing lies over the page any more: it was left for another, and is come back to. The mark may go with that.
    if (open.length === 0) unmark(() => entry().id === id);
    return;
  }
  const top = open[open.length - 1];
  if (!expected && !top) return;
  // The page itself stays: whoever changes pages need not hear of it.
  event.stopImmediatePropagation();
  if (expected) {
    expected = false;
    if (top) mark();
    return;
  }
  if (open.length > 1) mark();
  // What stands in a field is taken, as when it is left in any other way.
  (document.activeElement as HTMLElement | null)?.blur();
  top?.close();
}

// Before whoever changes pages listens: this is loaded with the frame of the app.
if (typeof window !== 'undefined') window.addEventListener('popstate', onBack, { capture: true });

/** Has Back close what is open now. @returns to be called once it is closed, in whatever way */
function backCloses(close: () => void): () => void {
  const over: Over = { close };
  open.push(over);
  mark();
  return () => {
    open.splice(open.indexOf(over), 1);
    unmark(marked);
  };
}

/** @param close undefined where nothing is open, or it cannot be closed */
export function useBackCloses(close: (() => void) | undefined): void {
  const latest = useRef(close);
  useEffect(() => void (latest.current = close), [close]);
  const closes = close !== undefined;
  useEffect(() => (closes ? backCloses(() => latest.current?.()) : undefined), [closes]);
}
