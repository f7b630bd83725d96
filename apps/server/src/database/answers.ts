import type pg from 'pg';

/**
 * A database that hangs is as good as none: so long may it take, ms, and so often is it looked whether it has answered.
 * Only the time counts in which this end could have heard it: under heavy work it looks less often.
 */
const [HEALTHY, LOOK] = [2_000, 100];

/** Whether the database answers. */
export function answers(pool: pg.Pool): Promise<boolean> {
  return new Promise((resolve) => {
    let looks = 0;
    const looking = setInterval(() => {
      looks += 1;
      if (looks * LOOK >= HEALTHY) heard(false);
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
