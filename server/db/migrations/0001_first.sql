-- Up Migration
CREATE TABLE organisation (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  name text NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now()
);

CREATE TABLE person (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  organisation_id uuid NOT NULL REFERENCES organisation,
  email text NOT NULL UNIQUE CHECK (email = lower(email)),
  name text NOT NULL,
  password_hash text NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now()
);

-- Kept by the session library; its columns are fixed there.
CREATE TABLE session (
  sid varchar PRIMARY KEY,
  sess json NOT NULL,
  expire timestamp(6) NOT NULL
);
CREATE INDEX session_expire ON session (expire);

CREATE TABLE site (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  organisation_id uuid NOT NULL REFERENCES organisation,
  key text NOT NULL UNIQUE,
  -- The draft: a setup without its services, which follow from the rulings.
  setup jsonb NOT NULL,
  -- Grows with every saved draft, so that of two people the second learns of the first.
  revision integer NOT NULL DEFAULT 1,
  created_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX site_of_organisation ON site (organisation_id);

-- One piece of long work: a scan, a check, or a look at whether the gate is in place.
CREATE TABLE run (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  organisation_id uuid NOT NULL REFERENCES organisation,
  site_id uuid NOT NULL REFERENCES site,
  kind text NOT NULL CHECK (kind IN ('scan', 'check', 'look')),
  state text NOT NULL DEFAULT 'queued'
    CHECK (state IN ('queued', 'running', 'cancelling', 'done', 'failed', 'cancelled')),
  options jsonb NOT NULL DEFAULT '{}',
  progress jsonb,
  report jsonb,
  summary jsonb,
  why text,
  requested_by uuid REFERENCES person,
  requested_at timestamptz NOT NULL DEFAULT now(),
  started_at timestamptz,
  touched_at timestamptz,
  finished_at timestamptz
);
-- A second request of the same kind joins the one under way.
CREATE UNIQUE INDEX run_under_way ON run (site_id, kind) WHERE state IN ('queued', 'running', 'cancelling');
CREATE INDEX run_of_site ON run (site_id, kind, requested_at DESC);

CREATE TABLE item (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  organisation_id uuid NOT NULL REFERENCES organisation,
  site_id uuid NOT NULL REFERENCES site,
  kind text NOT NULL,
  name text NOT NULL,
  host text NOT NULL,
  facts jsonb NOT NULL,
  first_seen_at timestamptz NOT NULL DEFAULT now(),
  last_seen_at timestamptz NOT NULL DEFAULT now()
);
-- Names come from pages and can be longer than an index entry may be.
CREATE UNIQUE INDEX item_identity ON item (site_id, kind, host, md5(name));

CREATE TABLE ruling (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  organisation_id uuid NOT NULL REFERENCES organisation,
  item_id uuid NOT NULL REFERENCES item,
  purpose text NOT NULL,
  service text NOT NULL,
  description text,
  policy_url text,
  author text NOT NULL CHECK (author IN ('catalogue', 'person')),
  reason text NOT NULL,
  confidence real NOT NULL,
  person_id uuid REFERENCES person,
  -- Rulings made by one act are undone by one act.
  act uuid NOT NULL,
  at timestamptz NOT NULL DEFAULT clock_timestamp(),
  undone_at timestamptz
);
CREATE INDEX ruling_of_item ON ruling (item_id, at DESC) WHERE undone_at IS NULL;
CREATE INDEX ruling_act ON ruling (act);

CREATE TABLE site_version (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  organisation_id uuid NOT NULL REFERENCES organisation,
  site_id uuid NOT NULL REFERENCES site,
  number integer NOT NULL,
  setup jsonb NOT NULL,
  published_by uuid REFERENCES person,
  published_at timestamptz NOT NULL DEFAULT now(),
  UNIQUE (site_id, number)
);

CREATE TABLE gate_file (
  organisation_id uuid NOT NULL REFERENCES organisation,
  site_id uuid NOT NULL REFERENCES site,
  name text NOT NULL,
  body text NOT NULL,
  type text NOT NULL,
  immutable boolean NOT NULL,
  PRIMARY KEY (site_id, name)
);

-- The ledger. Written once, never changed.
CREATE TABLE consent_record (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL REFERENCES organisation,
  site_id uuid NOT NULL REFERENCES site,
  number bigint NOT NULL,
  body jsonb NOT NULL,
  test boolean NOT NULL,
  at timestamptz NOT NULL,
  previous_hash text NOT NULL,
  hash text NOT NULL,
  UNIQUE (site_id, number)
);
CREATE INDEX consent_record_recent ON consent_record (site_id, at DESC);

CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'consent records are never changed or deleted';
END $$;
CREATE TRIGGER consent_record_is_final BEFORE UPDATE OR DELETE OR TRUNCATE ON consent_record
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- Down Migration
DROP TABLE consent_record, gate_file, site_version, ruling, item, run, site, session, person, organisation;
DROP FUNCTION refuse_change;
