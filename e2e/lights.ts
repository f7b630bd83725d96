import type { Page } from '@playwright/test';
import { expect } from './app';
import { accessible } from './axe';

export const PHONE = { width: 390, height: 844 };
const WIDE = { width: 1280, height: 800 };

/** What the page lies on; it is set once all of it has that light. */
const PAGE = { light: 'rgb(236, 231, 219)', dark: 'rgb(17, 21, 23)' } as const;

type Light = 'light' | 'dark';

/** A phone by day and a wide page by night; the soak has both in both. `tones.test.ts` holds the contrast of either light. */
const MODES: readonly (readonly [typeof PHONE, readonly Light[]])[] = process.env.EVERY_LIGHT
  ? [
      [PHONE, ['light', 'dark']],
      [WIDE, ['light', 'dark']],
    ]
  : [
      [PHONE, ['light']],
      [WIDE, ['dark']],
    ];

/** Passes the checks of accessibility, by day and by night, on a phone and wide; the window is a phone's again afterwards. */
export async function inEveryLight(page: Page, what: string): Promise<void> {
  for (const [size, lights] of MODES) {
    await page.setViewportSize(size);
    for (const colorScheme of lights) {
      await page.emulateMedia({ colorScheme });
      await expect(page.locator('html')).toHaveCSS('background-color', PAGE[colorScheme]);
      await accessible(page, `${what}, ${colorScheme}, ${size.width} px`);
    }
  }
  await page.setViewportSize(PHONE);
}
