import type { Page } from '@playwright/test';
import axe from 'axe-core';
import { expect } from './app';

type Options = Parameters<typeof axe.run>[0];

async function faultsOf(page: Page, options: object, within = 'html'): Promise<string[]> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source);
  return page.evaluate(
    async ([where, how]) => {
      const { violations } = await (window as unknown as { axe: typeof axe }).axe.run(
        where as unknown as Options & string,
        { resultTypes: ['violations'], ...how },
      );
      return violations.flatMap(({ id, nodes }) =>
        nodes.map(
          ({ html, any }) =>
            `${id}: ${any[0]?.message ?? ''} ${html.replace(/(style|class)="[^"]*"/g, '').slice(0, 120)}`,
        ),
      );
    },
    [within, options] as const,
  );
}

/** Expects that every rule of accessibility that a program can check holds for what the page shows now. */
export async function accessible(page: Page, what: string): Promise<void> {
  const faults = await faultsOf(page, {});
  expect.soft(faults.map((fault) => `${what}, ${fault}`)).toEqual([]);
}

/** Expects that what is shown now can be read in full sun: contrast as WCAG's AAA asks. */
export async function readableInSun(page: Page, what: string, within?: string): Promise<void> {
  const faults = await faultsOf(page, { runOnly: ['color-contrast-enhanced'] }, within);
  expect.soft(faults.map((fault) => `${what}, ${fault}`)).toEqual([]);
}
