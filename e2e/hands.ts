import type { Page } from '@playwright/test';
import { choose, expect, fill, tap } from './app';

/** The same work by touch on a phone, and by nothing but the keyboard on a wide screen. */
export interface Hands {
  readonly page: Page;
  press(name: string | RegExp): Promise<void>;
  pick(name: string | RegExp): Promise<void>;
  /** One of many, from the list that a field opens. */
  choose(field: string | RegExp, name: string | RegExp): Promise<void>;
  /** The reading on the outlet becomes 8.50 ft. */
  correct(): Promise<void>;
  /** The only run of the job, on the sketch. */
  chooseRun(): Promise<void>;
}

export const touch = (page: Page): Hands => ({
  page,
  press: (name) => tap(page, name),
  pick: (name) => page.getByRole('radio', { name, exact: typeof name === 'string' }).click(),
  choose: (field, name) => choose(page, field, name),
  correct: async () => {
    await tap(page, /^Daylight, ground FS 9\.00 ft/);
    await fill(page, /^Rod reading/, '8.50');
    await tap(page, 'Save correction');
  },
  chooseRun: async () => {
    // A tap half way along it.
    const box = await page.getByRole('application', { name: /^Plan sketch/ }).boundingBox();
    if (!box) throw new Error('no sketch');
    await page.touchscreen.tap(box.x + box.width / 2, box.y + box.height / 2);
  },
});

export const keys = (page: Page): Hands => {
  const enter =
    (role: 'button' | 'radio' | 'combobox' | 'option') =>
    async (name: string | RegExp): Promise<void> => {
      const target = page.getByRole(role, { name, exact: typeof name === 'string' }).first();
      await target.focus();
      await page.keyboard.press('Enter');
    };
  return {
    page,
    press: enter('button'),
    pick: enter('radio'),
    choose: async (field, name) => {
      await enter('combobox')(field);
      await enter('option')(name);
    },
    correct: async () => {
      // In the book itself, as over a figure on paper: from the reading above it, down and over.
      const row = page.getByRole('table', { name: 'Level book' }).getByLabel('Foresight on Daylight, ground');
      await row.focus();
      await page.keyboard.press('ArrowDown');
      await expect(page.getByLabel('Foresight on TP1')).toBeFocused();
      await page.keyboard.press('ArrowUp');
      await expect(row).toBeFocused();
      await page.keyboard.type('8.50');
      await page.keyboard.press('Enter');
      await expect(page.getByLabel('Foresight on TP1')).toBeFocused();
    },
    chooseRun: () => enter('button')(/^Run 1 .*Select on the sketch$/),
  };
};
