import { readFileSync } from 'node:fs';
import type { Uuid } from '@alveus/plan';
import { itemsOf, openPlanFile, VERSION } from '@alveus/plan';
import { asCompany, createJob, openPool, takeBatch } from '@alveus/server';
import { DEMO } from './paths';

export const DEMO_JOB: Uuid = '7a115711-0000-4000-8000-000000000001';
const DEMO_BATCH: Uuid = '7a115711-0000-4000-8000-000000000002';

/** Puts the demo job in place, once: a user who changed or deleted it finds it as they left it. */
export async function loadDemo(appUrl: string, company: Uuid): Promise<void> {
  const opened = openPlanFile(readFileSync(DEMO, 'utf8'));
  if (!opened.ok) throw new Error(`The demo plan: ${opened.message}`);
  const pool = openPool(appUrl, 1);
  try {
    const before = await asCompany(
      pool,
      company,
      async (client) => (await client.query('SELECT 1 FROM job WHERE id = $1', [DEMO_JOB])).rowCount,
    );
    if (before) return;
    await asCompany(pool, company, (client) => createJob(client, DEMO_JOB, opened.name));
    const changes = itemsOf(opened.plan).map((item) => ({ op: 'put' as const, item, base: 0 }));
    await takeBatch(pool, company, DEMO_JOB, { id: DEMO_BATCH, format: VERSION, changes });
  } finally {
    await pool.end();
  }
}
