-- Up Migration

-- Third parties that visitors' pages told of and that nobody had ruled: counts by day, and nothing of any visitor.
CREATE TABLE field_report (
  organisation_id uuid NOT NULL REFERENCES organisation,
  site_id uuid NOT NULL REFERENCES site,
  day date NOT NULL,
  host text NOT NULL,
  kind text NOT NULL,
  page text NOT NULL,
  held boolean NOT NULL,
  count integer NOT NULL,
  PRIMARY KEY (site_id, day, host, kind, page, held)
);
-- Hosts that raised an alarm so, each once.
CREATE TABLE field_alarm (
  organisation_id uuid NOT NULL REFERENCES organisation,
  site_id uuid NOT NULL REFERENCES site,
  host text NOT NULL,
  at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (site_id, host)
);
-- An alarm of theirs is of no scan.
ALTER TABLE alarm ALTER COLUMN run_id DROP NOT NULL, ALTER COLUMN before_run_id DROP NOT NULL;

-- Down Migration
DELETE FROM delivery WHERE alarm_id IN (SELECT id FROM alarm WHERE run_id IS NULL);
DELETE FROM alarm WHERE run_id IS NULL;
ALTER TABLE alarm ALTER COLUMN run_id SET NOT NULL, ALTER COLUMN before_run_id SET NOT NULL;
DROP TABLE field_alarm;
DROP TABLE field_report;
