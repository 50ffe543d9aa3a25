-- Up Migration

-- What persons settled about names that vary: a family they made, or one they parted, whose names stand each for itself.
CREATE TABLE name_family (
  organisation_id uuid NOT NULL REFERENCES organisation,
  site_id uuid NOT NULL REFERENCES site,
  kind text NOT NULL,
  host text NOT NULL,
  pattern text NOT NULL,
  state text NOT NULL CHECK (state IN ('made', 'parted')),
  person_id uuid NOT NULL REFERENCES person,
  at timestamptz NOT NULL DEFAULT clock_timestamp()
);
CREATE UNIQUE INDEX name_family_identity ON name_family (site_id, kind, host, md5(pattern));

-- Down Migration
DROP TABLE name_family;
