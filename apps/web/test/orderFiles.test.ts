import { readFileSync } from 'node:fs';
import path from 'node:path';
import { evaluate } from '@alveus/core';
import { openPlanFile } from '@alveus/plan';
import { faultOf } from '../../../packages/core/test/support/unsaid';
import { orderBook } from '../src/features/order/orderFiles';

/** The order list as a supplier opens it. */

const DEMOS = ['tansy-hill', 'tansy-hill-low-yard'].map((name) => {
  const opened = openPlanFile(readFileSync(path.join(__dirname, `../../../demo/${name}.json`), 'utf8'));
  if (!opened.ok) throw new Error(opened.message);
  return { name, evaluation: evaluate(opened.plan) };
});

describe.each(['feet', 'metric'] as const)('in %s', (system) => {
  test.each(DEMOS)('$name: words of the trade in every cell, each amount with its unit as it is ordered', (demo) => {
    const [list, places] = orderBook('Tansy Hill', demo.evaluation, system);
    if (!list || !places) throw new Error('two sheets');
    const [job, , , head, ...orders] = list.rows;
    expect(job).toEqual(['Job', 'Tansy Hill']);
    expect(orders.length).toBeGreaterThan(5);
    const column = (name: string): number => {
      const at = (head ?? []).indexOf(name);
      expect(at).toBeGreaterThanOrEqual(0);
      return at;
    };
    const amounts = ['To order', 'Ordered so far', 'Delivered so far', 'Placed in the ground', 'Moved here'].map(
      column,
    );
    const lines = [...(head ?? []).map(String), ...(places.rows[0] ?? []).map(String)];
    for (const row of orders) {
      lines.push(...row.filter((cell) => typeof cell === 'string'));
      for (const at of amounts) lines.push(`${row[at]} ${row[column('Unit')]}`);
      lines.push(`${row[column('Weight')]} ${row[column('Weight in')]}`);
    }
    for (const row of places.rows.slice(1)) lines.push(...row.filter((cell) => typeof cell === 'string'));
    expect([...new Set(lines.flatMap((line) => faultOf(line, system) ?? []))]).toEqual([]);
  });
});
