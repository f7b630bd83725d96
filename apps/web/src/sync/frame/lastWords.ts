import type { Pending, Uuid } from '@alveus/plan';
import type { Settings } from '../../store/frame/settings';

/**
 * What was typed last, and not yet on the device, when a page goes. A write to the database that is begun then arrives
 * half of the time; this one is done when it returns. The next page takes it over.
 */
export interface LastWord {
  readonly job: Uuid;
  readonly batch: Pending;
}

const PREFIX = 'alveus-unkept-';

/** Each page has its own place: several may go at once. */
const OWN = `${PREFIX}${Math.random().toString(36).slice(2)}`;

export function leaveLastWords(words: readonly LastWord[]): void {
  try {
    if (words.length > 0) localStorage.setItem(OWN, JSON.stringify(words));
    else localStorage.removeItem(OWN);
  } catch {
    // No room, or not allowed: the database may still have got it.
  }
}

/**
 * Takes over what pages that went left, in the order in which they had it.
 * @param keep puts a batch on the device, unless it is there
 */
export async function takeLastWords(keep: (job: Uuid, batch: Pending) => Promise<void>): Promise<void> {
  for (const key of Object.keys(localStorage).filter((key) => key.startsWith(PREFIX) && key !== OWN)) {
    for (const { job, batch } of read(localStorage.getItem(key))) await keep(job, batch);
    localStorage.removeItem(key);
  }
}

const SETTINGS = 'alveus-settings';

/** The settings are written here before they are on the device, and let go of once they are. */
export function leaveSettings(settings: Settings): () => void {
  const text = JSON.stringify(settings);
  try {
    localStorage.setItem(SETTINGS, text);
  } catch {
    // As above.
  }
  return () => {
    if (textLeft() === text) localStorage.removeItem(SETTINGS);
  };
}

/** Those that a page left as it went; undefined where the device has the last. */
export function settingsLeft(): Settings | undefined {
  try {
    return (JSON.parse(textLeft() ?? 'null') as Settings | null) ?? undefined;
  } catch {
    return undefined;
  }
}

function textLeft(): string | null {
  try {
    return localStorage.getItem(SETTINGS);
  } catch {
    return null;
  }
}

function read(text: string | null): readonly LastWord[] {
  try {
    const words: unknown = JSON.parse(text ?? '[]');
    return Array.isArray(words) ? (words as LastWord[]) : [];
  } catch {
    return [];
  }
}
