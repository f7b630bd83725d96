-- Up Migration

-- A company keeps more under a name than rules: trench sections too.
ALTER TABLE profile RENAME TO kept;
ALTER TABLE kept ADD COLUMN kind text NOT NULL DEFAULT 'profile' CHECK (kind IN ('profile', 'section'));
ALTER TABLE kept ALTER COLUMN kind DROP DEFAULT;
ALTER TABLE kept DROP CONSTRAINT profile_pkey;
ALTER TABLE kept ADD CONSTRAINT kept_pkey PRIMARY KEY (company_id, kind, id);

-- Down Migration

ALTER TABLE kept NO FORCE ROW LEVEL SECURITY;
DELETE FROM kept WHERE kind <> 'profile';
ALTER TABLE kept FORCE ROW LEVEL SECURITY;
ALTER TABLE kept DROP CONSTRAINT kept_pkey;
ALTER TABLE kept ADD CONSTRAINT profile_pkey PRIMARY KEY (company_id, id);
ALTER TABLE kept DROP COLUMN kind;
ALTER TABLE kept RENAME TO profile;
