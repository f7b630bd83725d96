-- Up Migration

-- Rules that a company has given a name: copied into plans, never referred to by them.
CREATE TABLE profile (
  company_id uuid NOT NULL REFERENCES company (id),
  id uuid NOT NULL,
  -- Counts up with each change, so that a copy in a plan tells which one it is of.
  version integer NOT NULL DEFAULT 1 CHECK (version > 0),
  -- The version of the plan format that the body is in; it is brought forward when it is read.
  format smallint NOT NULL CHECK (format > 0),
  body json NOT NULL,
  changed_at timestamptz NOT NULL DEFAULT now(),
  -- Kept, so that its number is never given again.
  removed_at timestamptz,
  PRIMARY KEY (company_id, id)
);

ALTER TABLE profile ENABLE ROW LEVEL SECURITY;
ALTER TABLE profile FORCE ROW LEVEL SECURITY;
CREATE POLICY own_company ON profile USING (company_id = (SELECT current_company())) WITH CHECK (company_id = (SELECT current_company()));

-- Down Migration

DROP TABLE profile;
