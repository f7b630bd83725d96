import type pg from 'pg';

/** A database that hangs is as good as none: so long may it take, ms, and so often is it looked whether it has answered. */
const [HEALTHY, LOOK] = [2_000, 100];

/** Whether the database answers. Of a stretch of heavy work, in which it could not have been heard, two looks count. */
export function answers(pool: pg.Pool): Promise<boolean> {
  return new Promise((resolve) => {
    let [listened, last] = [0, performance.now()];
    const looking = setInterval(() => {
      const now = performance.now();
      listened += Math.min(now - last, 2 * LOOK);
      last = now;
      if (listened >= HEALTHY) heard(false);
    }, LOOK);
    const heard = (is: boolean): void => {
      clearInterval(looking);
      resolve(is);
    };
    pool.query('SELECT 1').then(
      () => heard(true),
      () => heard(false),
    );
  });
}
