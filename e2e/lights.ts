import type { Page } from '@playwright/test';
import { expect } from './app';
import { accessible } from './axe';

export const PHONE = { width: 390, height: 844 };
const WIDE = { width: 1280, height: 800 };

/** What the page lies on; it is set once all of it has that light. */
const PAGE = { light: 'rgb(236, 231, 219)', dark: 'rgb(17, 21, 23)' } as const;

interface Mode {
  readonly size: typeof PHONE;
  readonly light: 'light' | 'dark';
}

/** A phone by day and a wide page by night; the soak has both in both. `tones.test.ts` holds the contrast of either light. */
export const MODES: readonly Mode[] = process.env.EVERY_LIGHT
  ? [PHONE, WIDE].flatMap((size) => [
      { size, light: 'light' },
      { size, light: 'dark' },
    ])
  : [
      { size: PHONE, light: 'light' },
      { size: WIDE, light: 'dark' },
    ];

/** Expects that the page has that light. */
export const lit = (page: Page, light: Mode['light']) =>
  expect(page.locator('html')).toHaveCSS('background-color', PAGE[light]);

/** Passes the checks of accessibility, by day and by night, on a phone and wide; the window is a phone's again afterwards. */
export async function inEveryLight(page: Page, what: string): Promise<void> {
  for (const { size, light } of MODES) {
    await page.setViewportSize(size);
    await page.emulateMedia({ colorScheme: light });
    await lit(page, light);
    await accessible(page, `${what}, ${light}, ${size.width} px`);
  }
  await page.setViewportSize(PHONE);
}
