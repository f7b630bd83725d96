-- Up Migration

-- The version of the plan format that all items are in. Items of an older one are brought forward by the program
-- itself, by the same code that brings forward files and what devices keep, right after the migrations.
CREATE TABLE plan_format (
  only_row boolean PRIMARY KEY DEFAULT true CHECK (only_row),
  version smallint NOT NULL CHECK (version > 0)
);
INSERT INTO plan_format (version) VALUES (2);

ALTER TABLE plan_format ENABLE ROW LEVEL SECURITY;
ALTER TABLE plan_format FORCE ROW LEVEL SECURITY;
-- It is of the database, not of a company.
CREATE POLICY of_all ON plan_format USING (true) WITH CHECK (true);

-- Down Migration

DROP TABLE plan_format;
