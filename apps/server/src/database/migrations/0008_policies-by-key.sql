-- Up Migration

-- The company that a transaction is of does not change while a statement runs, so it can be looked up by in an index
-- as it stands. Asked for in a SELECT of its own it was worked out once more beside each table of each statement.
ALTER POLICY own_company ON company USING (id = current_company());
ALTER POLICY own_company ON job USING (company_id = current_company()) WITH CHECK (company_id = current_company());
ALTER POLICY own_company ON item USING (company_id = current_company()) WITH CHECK (company_id = current_company());
ALTER POLICY own_company ON batch USING (company_id = current_company()) WITH CHECK (company_id = current_company());
ALTER POLICY own_company ON kept USING (company_id = current_company()) WITH CHECK (company_id = current_company());

-- Down Migration

ALTER POLICY own_company ON company USING (id = (SELECT current_company()));
ALTER POLICY own_company ON job USING (company_id = (SELECT current_company())) WITH CHECK (company_id = (SELECT current_company()));
ALTER POLICY own_company ON item USING (company_id = (SELECT current_company())) WITH CHECK (company_id = (SELECT current_company()));
ALTER POLICY own_company ON batch USING (company_id = (SELECT current_company())) WITH CHECK (company_id = (SELECT current_company()));
ALTER POLICY own_company ON kept USING (company_id = (SELECT current_company())) WITH CHECK (company_id = (SELECT current_company()));
