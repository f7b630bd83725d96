-- Up Migration

-- Every row belongs to a company. The application connects as a role that owns nothing and sees only the
-- rows of the company that its transaction has set; with none set it sees and changes nothing.

CREATE FUNCTION current_company() RETURNS uuid
  LANGUAGE sql STABLE PARALLEL SAFE
  AS $$ SELECT nullif(current_setting('alveus.company', true), '')::uuid $$;

CREATE TABLE company (
  id uuid PRIMARY KEY,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 80)
);

CREATE TABLE job (
  company_id uuid NOT NULL REFERENCES company (id),
  id uuid NOT NULL,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 80),
  -- Number of the last batch taken.
  sequence bigint NOT NULL DEFAULT 0 CHECK (sequence >= 0),
  -- Rows in item, removed ones included, so that a plan's size can be bounded without counting.
  item_count integer NOT NULL DEFAULT 0 CHECK (item_count >= 0),
  created_at timestamptz NOT NULL DEFAULT now(),
  changed_at timestamptz NOT NULL DEFAULT now(),
  deleted_at timestamptz,
  PRIMARY KEY (company_id, id)
);

CREATE TABLE item (
  company_id uuid NOT NULL,
  job_id uuid NOT NULL,
  kind text NOT NULL CHECK (length(kind) BETWEEN 1 AND 40),
  id uuid NOT NULL,
  -- Number of the batch that last touched it.
  revision bigint NOT NULL CHECK (revision > 0),
  -- NULL once removed: the row stays, to tell those who were away.
  -- As it was sent: nothing here looks inside, and text is the cheapest to take and to give back.
  body json,
  PRIMARY KEY (company_id, job_id, kind, id),
  FOREIGN KEY (company_id, job_id) REFERENCES job (company_id, id)
);
-- Partial, though it leaves nothing out: so only a query that asks by revision can take it. On tables that have
-- no statistics yet a look-up by key would else be planned over this index, and read the whole job.
CREATE INDEX item_by_revision ON item (company_id, job_id, revision) WHERE revision > 0;

-- The log of what moved the plan, and what makes sending a batch twice harmless.
CREATE TABLE batch (
  company_id uuid NOT NULL,
  job_id uuid NOT NULL,
  id uuid NOT NULL,
  sequence bigint NOT NULL CHECK (sequence > 0),
  digest bytea NOT NULL CHECK (length(digest) = 32),
  changes json NOT NULL,
  taken_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (company_id, job_id, id),
  FOREIGN KEY (company_id, job_id) REFERENCES job (company_id, id)
);

CREATE UNIQUE INDEX batch_by_sequence ON batch (company_id, job_id, sequence) WHERE sequence > 0;

ALTER TABLE company ENABLE ROW LEVEL SECURITY;
ALTER TABLE company FORCE ROW LEVEL SECURITY;
ALTER TABLE job ENABLE ROW LEVEL SECURITY;
ALTER TABLE job FORCE ROW LEVEL SECURITY;
ALTER TABLE item ENABLE ROW LEVEL SECURITY;
ALTER TABLE item FORCE ROW LEVEL SECURITY;
ALTER TABLE batch ENABLE ROW LEVEL SECURITY;
ALTER TABLE batch FORCE ROW LEVEL SECURITY;

CREATE POLICY own_company ON company USING (id = (SELECT current_company()));
CREATE POLICY own_company ON job USING (company_id = (SELECT current_company())) WITH CHECK (company_id = (SELECT current_company()));
CREATE POLICY own_company ON item USING (company_id = (SELECT current_company())) WITH CHECK (company_id = (SELECT current_company()));
CREATE POLICY own_company ON batch USING (company_id = (SELECT current_company())) WITH CHECK (company_id = (SELECT current_company()));

-- Down Migration

DROP TABLE batch, item, job, company;
DROP FUNCTION current_company();
