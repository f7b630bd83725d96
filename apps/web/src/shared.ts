/**
 * What several stages share is one file, which the bundler would have the page load before anything is shown. The
 * build takes it out of there and leaves its address; it is loaded with the first part that is asked for.
 */

type Load = (path: string) => Promise<unknown>;

const LOADER = `${(globalThis as { __METRO_GLOBAL_PREFIX__?: string }).__METRO_GLOBAL_PREFIX__ ?? ''}__loadBundleAsync`;

const all = globalThis as unknown as Record<string, Load | undefined>;
const load = all[LOADER];
const address =
  typeof document === 'undefined' ? undefined : document.querySelector('link[data-shared]')?.getAttribute('href');

// Parts would be asked for without what they share, and none would come.
if (address && !load) throw new Error('What loads further code has to be there before this.');
if (load && address) {
  all[LOADER] = async (path) => {
    await load(address);
    return load(path);
  };
}

/** Loads it: what is wholly in that file has no other that would have it loaded. */
export async function loadShared(): Promise<void> {
  if (load && address) await load(address);
}
