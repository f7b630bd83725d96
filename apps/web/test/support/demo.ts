import { openPlanFile } from '@alveus/plan';
import type { Plan } from '@alveus/plan';
import { readFileSync } from 'node:fs';
import path from 'node:path';

/** The demo job, as it ships. */

const DEMO = path.join(__dirname, '../../../../demo/tansy-hill.json');

export const demo = (): Plan => {
  const opened = openPlanFile(readFileSync(DEMO, 'utf8'));
  if (!opened.ok) throw new Error(opened.message);
  return opened.plan;
};
