-- Up Migration

-- A batch is logged as it was sent, in the version of the format it was first sent in, and is known again by that: one
-- that waited on a device while the server was renewed is the same batch still.
ALTER TABLE batch ADD COLUMN format smallint CHECK (format > 0);
COMMENT ON COLUMN batch.format IS 'Not known of batches that were taken before it was said.';
ALTER TABLE batch DROP COLUMN digest;

-- Down Migration

ALTER TABLE batch ADD COLUMN digest bytea NOT NULL DEFAULT sha256('');
ALTER TABLE batch DROP COLUMN format;
