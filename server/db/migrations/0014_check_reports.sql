-- Up Migration

-- Reports of checks as they were given out, each once, with the end that the ledger had then. Written once, never changed.
CREATE TABLE check_report (
  run_id uuid PRIMARY KEY REFERENCES run,
  organisation_id uuid NOT NULL REFERENCES organisation,
  site_id uuid NOT NULL REFERENCES site,
  hash text NOT NULL,
  body text NOT NULL,
  ledger_number bigint NOT NULL,
  ledger_hash text NOT NULL,
  made_at timestamptz NOT NULL,
  person_id uuid NOT NULL REFERENCES person
);
CREATE INDEX check_report_by_hash ON check_report (hash);

CREATE FUNCTION refuse_change_of_report() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'reports of checks are never changed or deleted';
END $$;
CREATE TRIGGER check_report_is_final BEFORE UPDATE OR DELETE OR TRUNCATE ON check_report
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change_of_report();

-- Down Migration
DROP TABLE check_report;
DROP FUNCTION refuse_change_of_report;
