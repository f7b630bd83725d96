import type { Page } from '@playwright/test';
import axe from 'axe-core';
import { expect } from './app';

/**
 * Expects that every rule of accessibility that a program can check holds for what the page shows now, and that its
 * words can be read in full sun: contrast as WCAG's AAA asks. What lies behind a sheet cannot be reached while that is
 * open, and is checked where it is shown by itself.
 */
export async function accessible(page: Page, what: string): Promise<void> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source);
  // What is pressed or changes its light goes over to its colour.
  await page.waitForFunction(() => document.getAnimations().every(({ playState }) => playState !== 'running'));
  const faults = await page.evaluate(async () => {
    const behind = document.querySelector('[role=dialog]') ? document.querySelector('main, [role=main]') : null;
    const context = behind ? { exclude: [behind] } : document;
    const { violations } = await (window as unknown as { axe: typeof axe }).axe.run(context, {
      resultTypes: ['violations'],
      // An address of each element takes a third of the time; what is wrong is told by what it is.
      selectors: false,
      // Only a rule that is not asked for reads the sheets of styles anew.
      preload: false,
      // What passes the stricter of both passes the other.
      rules: { 'color-contrast-enhanced': { enabled: true }, 'color-contrast': { enabled: false } },
    });
    return violations.flatMap(({ id, nodes }) =>
      nodes.map(
        ({ html, any }) =>
          `${id}: ${any[0]?.message ?? ''} ${html.replace(/(style|class)="[^"]*"/g, '').slice(0, 120)}`,
      ),
    );
  });
  expect.soft(faults.map((fault) => `${what}, ${fault}`)).toEqual([]);
}
