-- Up Migration

-- What a plan holds now, so that its size is bounded without reading it: things that are there, and bytes of their
-- JSON. `item_count` counts what was removed as well.
ALTER TABLE job ADD COLUMN live_count integer NOT NULL DEFAULT 0 CHECK (live_count >= 0);
ALTER TABLE job ADD COLUMN live_bytes bigint NOT NULL DEFAULT 0 CHECK (live_bytes >= 0);

-- Owners are held by the policies too, and have no company here, so they are lifted for the length of this change.
ALTER TABLE job NO FORCE ROW LEVEL SECURITY;
ALTER TABLE item NO FORCE ROW LEVEL SECURITY;
UPDATE job
   SET live_count = live.count, live_bytes = live.bytes
  FROM (SELECT company_id, job_id, count(*) AS count, sum(octet_length(body::text)) AS bytes
          FROM item WHERE body IS NOT NULL GROUP BY company_id, job_id) AS live
 WHERE job.company_id = live.company_id AND job.id = live.job_id;
ALTER TABLE job FORCE ROW LEVEL SECURITY;
ALTER TABLE item FORCE ROW LEVEL SECURITY;

-- Down Migration

ALTER TABLE job DROP COLUMN live_count;
ALTER TABLE job DROP COLUMN live_bytes;
