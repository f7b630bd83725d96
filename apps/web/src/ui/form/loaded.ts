import type * as library from './library';

type Library = typeof library;

/** Never stale: a page has one build. */
let loaded: Library | undefined;

/** Fetches what forms are made with. It comes with the first sheet that has a form: most of a job is read without one. */
export async function loadForms(): Promise<void> {
  loaded ??= await import('./library');
}

/** What forms are made with; it was fetched before anything with a form is shown. */
export function forms(): Library {
  if (!loaded) throw new Error('a form is shown before its library was fetched');
  return loaded;
}
