-- Up Migration

-- Looks that the sites of an organisation share. Each change is a revision of its own, so that what a site changed since
-- it took one can be told from what the look changed.
CREATE TABLE look (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  organisation_id uuid NOT NULL REFERENCES organisation,
  name text NOT NULL,
  removed_at timestamptz
);
CREATE UNIQUE INDEX look_by_name ON look (organisation_id, name) WHERE removed_at IS NULL;
CREATE TABLE look_revision (
  look_id uuid NOT NULL REFERENCES look,
  organisation_id uuid NOT NULL REFERENCES organisation,
  revision integer NOT NULL,
  body jsonb NOT NULL,
  person_id uuid REFERENCES person,
  at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (look_id, revision)
);

-- Down Migration
DROP TABLE look_revision;
DROP TABLE look;
