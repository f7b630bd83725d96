import * as fc from 'fast-check';
import type { Change } from '../src';
import { inBatches, LIMITS } from '../src';

/** What goes out in one go, in batches that the server takes. */

const change = (name: string): Change =>
  ({
    op: 'put',
    item: { kind: 'tree', id: '00000000-0000-4000-8000-000000000001', name },
    base: 0,
  }) as unknown as Change;

test('nothing is lost or turned round, no batch is empty, too long or of too many, and none could go with the one before', () => {
  const lengths = fc.array(fc.oneof(fc.nat({ max: 300 }), fc.nat({ max: 400_000 })), { maxLength: 30 });
  fc.assert(
    fc.property(lengths, fc.integer({ min: 1, max: 8 }), (all, most) => {
      const names = all.map((length) => 'x'.repeat(length));
      const batches = inBatches(names, change, most);
      expect(batches.flat()).toEqual(names);
      const long = (some: readonly string[]): number =>
        some.reduce((sum, name) => sum + JSON.stringify(change(name)).length + 1, 0);
      batches.forEach((some, index) => {
        expect(some.length).toBeGreaterThan(0);
        expect(some.length).toBeLessThanOrEqual(most);
        expect(some.length === 1 || long(some) <= LIMITS.batchLength).toBe(true);
        const before = batches[index - 1];
        if (!before) return;
        expect(before.length >= most || long([...before, some[0] as string]) > LIMITS.batchLength).toBe(true);
      });
    }),
  );
});

test('in any writing a batch is no longer than a request may be', () => {
  expect(3 * LIMITS.batchLength).toBeLessThan(LIMITS.requestBytes);
});
