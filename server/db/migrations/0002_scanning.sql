-- Up Migration
ALTER TABLE site ADD COLUMN scan_plan jsonb NOT NULL DEFAULT '{}';
ALTER TABLE site ADD COLUMN notices jsonb NOT NULL DEFAULT '{"mail": []}';

ALTER TABLE run DROP CONSTRAINT run_kind_check;
ALTER TABLE run ADD CONSTRAINT run_kind_check CHECK (kind IN ('scan', 'check', 'look', 'sign-in', 'import'));
-- How often a worker began it; one that kills its workers is not begun for ever.
ALTER TABLE run ADD COLUMN attempts integer NOT NULL DEFAULT 0;

-- How to get behind a login. What is filled in is sealed; the rest can be read.
CREATE TABLE sign_in (
  site_id uuid PRIMARY KEY REFERENCES site,
  organisation_id uuid NOT NULL REFERENCES organisation,
  recipe jsonb NOT NULL,
  sealed text NOT NULL,
  saved_at timestamptz NOT NULL DEFAULT now()
);

CREATE TABLE schedule (
  site_id uuid PRIMARY KEY REFERENCES site,
  organisation_id uuid NOT NULL REFERENCES organisation,
  cron text NOT NULL,
  zone text NOT NULL,
  next_at timestamptz NOT NULL
);
CREATE INDEX schedule_due ON schedule (next_at);

-- Pages of a scan as they are done, so that it can go on after a restart.
CREATE TABLE scan_page (
  run_id uuid NOT NULL REFERENCES run,
  organisation_id uuid NOT NULL REFERENCES organisation,
  number integer GENERATED ALWAYS AS IDENTITY,
  url text NOT NULL,
  after_yes boolean NOT NULL,
  record jsonb,
  har jsonb,
  PRIMARY KEY (run_id, number)
);
CREATE UNIQUE INDEX scan_page_once ON scan_page (run_id, md5(url), after_yes);

-- What one scan or import found, for comparison with another.
CREATE TABLE scan_item (
  run_id uuid NOT NULL REFERENCES run,
  organisation_id uuid NOT NULL REFERENCES organisation,
  kind text NOT NULL,
  name text NOT NULL,
  host text NOT NULL,
  facts jsonb NOT NULL
);
CREATE INDEX scan_item_of_run ON scan_item (run_id);

CREATE TABLE alarm (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  organisation_id uuid NOT NULL REFERENCES organisation,
  site_id uuid NOT NULL REFERENCES site,
  run_id uuid NOT NULL UNIQUE REFERENCES run,
  before_run_id uuid NOT NULL REFERENCES run,
  words text NOT NULL,
  items jsonb NOT NULL,
  at timestamptz NOT NULL DEFAULT now(),
  seen_at timestamptz,
  seen_by uuid REFERENCES person
);
CREATE INDEX alarm_of_site ON alarm (site_id, at DESC);

CREATE TABLE delivery (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  organisation_id uuid NOT NULL REFERENCES organisation,
  alarm_id uuid NOT NULL REFERENCES alarm,
  way text NOT NULL CHECK (way IN ('mail', 'webhook')),
  target text NOT NULL,
  state text NOT NULL DEFAULT 'waiting' CHECK (state IN ('waiting', 'delivered', 'failed')),
  tries integer NOT NULL DEFAULT 0,
  why text,
  at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX delivery_of_alarm ON delivery (alarm_id);

CREATE TABLE saved_filter (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  organisation_id uuid NOT NULL REFERENCES organisation,
  site_id uuid NOT NULL REFERENCES site,
  name text NOT NULL,
  filter jsonb NOT NULL,
  UNIQUE (site_id, name)
);

-- Down Migration
DROP TABLE saved_filter, delivery, alarm, scan_item, scan_page, schedule, sign_in;
ALTER TABLE run DROP COLUMN attempts;
DELETE FROM run WHERE kind IN ('sign-in', 'import');
ALTER TABLE run DROP CONSTRAINT run_kind_check;
ALTER TABLE run ADD CONSTRAINT run_kind_check CHECK (kind IN ('scan', 'check', 'look'));
ALTER TABLE site DROP COLUMN notices;
ALTER TABLE site DROP COLUMN scan_plan;
