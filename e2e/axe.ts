import type { Page } from '@playwright/test';
import axe from 'axe-core';
import { expect } from './app';

/** Expects that every rule of accessibility that a program can check holds for what the page shows now. */
export async function accessible(page: Page, what: string): Promise<void> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source);
  const faults = await page.evaluate(async () => {
    const { violations } = await (window as unknown as { axe: typeof axe }).axe.run({ resultTypes: ['violations'] });
    return violations.map(({ id, nodes }) => `${id}: ${nodes[0]?.html.slice(0, 160)}`);
  });
  expect.soft(faults.map((fault) => `${what}, ${fault}`)).toEqual([]);
}
