import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { BrowserContext, Page, PlaywrightTestOptions } from '@playwright/test';
import { chromium } from '@playwright/test';
import { CHROMIUM_ARGS } from '../tools/lib/browser';

/**
 * Browsers that stay from test to test, each with a folder of its own: they have the app compiled from the second test
 * on, which takes a fourth off the whole. Each test finds them without data.
 */
export interface Profiles {
  /** One for fingers, and one for a mouse. */
  of(hasTouch: boolean): Promise<BrowserContext>;
  close(): Promise<void>;
}

export function openProfiles(): Profiles {
  const opened = new Map<boolean, Promise<BrowserContext>>();
  const folders: string[] = [];
  const open = (hasTouch: boolean): Promise<BrowserContext> => {
    const folder = mkdtempSync(path.join(process.env.PROFILES_DIR ?? tmpdir(), 'profile-'));
    folders.push(folder);
    return chromium.launchPersistentContext(folder, {
      executablePath: process.env.CHROMIUM_PATH ?? '/usr/bin/chromium',
      args: CHROMIUM_ARGS,
      hasTouch,
      // It would keep the app for the next test as well.
      serviceWorkers: 'block',
    });
  };
  return {
    of: (hasTouch) => {
      const context = opened.get(hasTouch) ?? open(hasTouch);
      opened.set(hasTouch, context);
      return context;
    },
    close: async () => {
      for (const context of opened.values()) await (await context).close();
      for (const folder of folders) rmSync(folder, { recursive: true, force: true });
    },
  };
}

type Look = Pick<PlaywrightTestOptions, 'viewport' | 'colorScheme' | 'contextOptions'>;

/** A page that knows nothing of the tests before, as a test wants to see it. */
export async function freshPage(
  context: BrowserContext,
  origin: string,
  { viewport, colorScheme, contextOptions }: Look,
): Promise<Page> {
  const page = await context.newPage();
  const client = await context.newCDPSession(page);
  await client.send('Storage.clearDataForOrigin', { origin, storageTypes: 'indexeddb,local_storage' });
  await client.detach();
  if (viewport) await page.setViewportSize(viewport);
  await page.emulateMedia({ colorScheme, reducedMotion: contextOptions.reducedMotion ?? null });
  return page;
}

/** Closes what a test opened; a browser without any page would end. */
export async function leave(context: BrowserContext): Promise<void> {
  for (const page of context.pages()) if (page.url() !== 'about:blank') await page.close();
}
