import { readFileSync } from 'node:fs';
import type { Uuid } from '@alveus/plan';
import { itemsOf, openPlanFile, VERSION } from '@alveus/plan';
import { asCompany, createJob, openPool, takeBatch } from '@alveus/server';
import { DEMO, LOW_YARD } from './paths';

export const DEMO_JOB: Uuid = '7a115711-0000-4000-8000-000000000001';
export const LOW_YARD_JOB: Uuid = '7a115712-0000-4000-8000-000000000001';

/** Demo jobs, each with the batch that it comes in. */
const DEMOS: readonly { readonly job: Uuid; readonly batch: Uuid; readonly file: string }[] = [
  { job: LOW_YARD_JOB, batch: '7a115712-0000-4000-8000-000000000002', file: LOW_YARD },
  { job: DEMO_JOB, batch: '7a115711-0000-4000-8000-000000000002', file: DEMO },
];

/** Puts the demo jobs in place, once: a user who changed or deleted one finds it as they left it. */
export async function loadDemo(appUrl: string, company: Uuid): Promise<void> {
  const pool = openPool(appUrl, 1);
  try {
    for (const { job, batch, file } of DEMOS) {
      const opened = openPlanFile(readFileSync(file, 'utf8'));
      if (!opened.ok) throw new Error(`The demo plan: ${opened.message}`);
      // One that was made, and then cut off before its plan came in, has had no batch.
      const { rows } = await asCompany(pool, company, (client) =>
        client.query<{ sequence: string }>('SELECT sequence FROM job WHERE id = $1', [job]),
      );
      if (rows[0] && rows[0].sequence !== '0') continue;
      await asCompany(pool, company, (client) => createJob(client, job, opened.name));
      const changes = itemsOf(opened.plan).map((item) => ({ op: 'put' as const, item, base: 0 }));
      await takeBatch(pool, company, job, { id: batch, format: VERSION, changes });
    }
  } finally {
    await pool.end();
  }
}
