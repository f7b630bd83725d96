import type { Page } from '@playwright/test';
import { expect } from './app';

/**
 * Expects that the sheet in front fits the window: nothing beyond its sides, every control of it can be brought into
 * sight and lies under nothing, and no number in a field is cut.
 */
export async function fits(page: Page, what: string): Promise<void> {
  // A window that has just got another shape is laid out anew.
  await expect
    .poll(() => page.evaluate(() => document.documentElement.scrollWidth - innerWidth))
    .toBeLessThanOrEqual(0);
  await page.waitForTimeout(100);
  const faults = await page.evaluate(() => {
    const said: string[] = [];
    const sheet = [...document.querySelectorAll<HTMLElement>('[role=dialog]')].at(-1);
    if (!sheet) return ['no sheet'];
    const name = (element: Element): string =>
      element.getAttribute('aria-label') ?? element.textContent ?? element.tagName;
    const controls = sheet.querySelectorAll<HTMLElement>(
      'input, [role=button], button, [role=radio], [role=checkbox], [role=combobox], [role=option]',
    );
    for (const control of controls) {
      if (!control.checkVisibility() || control.closest('[aria-hidden=true]')) continue;
      control.scrollIntoView({ block: 'center', inline: 'nearest' });
      const { left, right, top, bottom, width, height } = control.getBoundingClientRect();
      if (width === 0) continue;
      const room = `${Math.round(left)}–${Math.round(right)} × ${Math.round(top)}–${Math.round(bottom)}`;
      const tall = height > innerHeight;
      if (left < -1 || right > innerWidth + 1 || (!tall && (top < -1 || bottom > innerHeight + 1)))
        said.push(`${name(control)} is out of the window: ${room}`);
      const over = document.elementFromPoint((left + right) / 2, (top + bottom) / 2);
      if (!over || !(control.contains(over) || over.contains(control)))
        said.push(`${name(control)} lies under ${over ? name(over).slice(0, 40) : 'nothing'}: ${room}`);
      if (
        control instanceof HTMLInputElement &&
        'measure' in control.dataset &&
        control.scrollWidth > control.clientWidth + 1
      )
        said.push(`${name(control)}: ${control.value} is cut`);
    }
    return said;
  });
  expect.soft(faults.map((fault) => `${what}: ${fault}`)).toEqual([]);
}
