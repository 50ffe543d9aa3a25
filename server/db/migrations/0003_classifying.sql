-- Up Migration
ALTER TABLE organisation ADD COLUMN classify_settings jsonb NOT NULL DEFAULT '{}';

-- A person may also keep an item open against the catalogue, or ignore it with a reason; it then has no purpose.
ALTER TABLE ruling ADD COLUMN state text NOT NULL DEFAULT 'ruled' CHECK (state IN ('ruled', 'open', 'ignored'));
ALTER TABLE ruling ALTER COLUMN purpose DROP NOT NULL;
ALTER TABLE ruling ALTER COLUMN service DROP NOT NULL;
ALTER TABLE ruling ADD CONSTRAINT ruling_says_purpose CHECK (state <> 'ruled' OR purpose IS NOT NULL AND service IS NOT NULL);
ALTER TABLE ruling ADD CONSTRAINT ruling_state_by_person CHECK (state = 'ruled' OR author = 'person');
ALTER TABLE ruling DROP CONSTRAINT ruling_author_check;
ALTER TABLE ruling ADD CONSTRAINT ruling_author_check
  CHECK (author IN ('person', 'organisation', 'house-rule', 'catalogue', 'heuristic', 'setup'));
ALTER TABLE ruling ADD COLUMN legal_basis text;
-- As visitors are told: {"seconds": n or null}. Absent: as the scan found it.
ALTER TABLE ruling ADD COLUMN lifetime jsonb;
ALTER TABLE ruling ADD COLUMN evidence jsonb;

CREATE TABLE house_rule (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  organisation_id uuid NOT NULL REFERENCES organisation,
  -- Null: for every site of the organisation.
  site_id uuid REFERENCES site,
  body jsonb NOT NULL,
  enabled boolean NOT NULL DEFAULT true,
  person_id uuid REFERENCES person,
  created_at timestamptz NOT NULL DEFAULT clock_timestamp()
);
CREATE INDEX house_rule_of_organisation ON house_rule (organisation_id);

CREATE TABLE catalogue_entry (
  organisation_id uuid NOT NULL REFERENCES organisation,
  -- Name, host and kinds as one text; an entry of the same key replaces the other.
  key text NOT NULL,
  entry jsonb NOT NULL,
  number integer GENERATED ALWAYS AS IDENTITY,
  PRIMARY KEY (organisation_id, key)
);

CREATE TABLE service (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  organisation_id uuid NOT NULL REFERENCES organisation,
  body jsonb NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now()
);
-- Every name by which rulings call a service, its own among them.
CREATE TABLE service_name (
  organisation_id uuid NOT NULL REFERENCES organisation,
  name text NOT NULL,
  service_id uuid NOT NULL REFERENCES service ON DELETE CASCADE,
  PRIMARY KEY (organisation_id, name)
);
CREATE INDEX service_name_of_service ON service_name (service_id);

CREATE TABLE item_note (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  organisation_id uuid NOT NULL REFERENCES organisation,
  item_id uuid NOT NULL REFERENCES item,
  person_id uuid NOT NULL REFERENCES person,
  text text NOT NULL,
  at timestamptz NOT NULL DEFAULT clock_timestamp()
);
CREATE INDEX item_note_of_item ON item_note (item_id, at);

-- The same thing on the other sites of an organisation.
CREATE INDEX item_across_sites ON item (organisation_id, kind, host, md5(name));

-- Down Migration
DROP INDEX item_across_sites;
DROP TABLE item_note, service_name, service, catalogue_entry, house_rule;
DELETE FROM ruling WHERE state <> 'ruled' OR author NOT IN ('person', 'catalogue');
ALTER TABLE ruling DROP COLUMN evidence, DROP COLUMN lifetime, DROP COLUMN legal_basis;
ALTER TABLE ruling DROP CONSTRAINT ruling_author_check;
ALTER TABLE ruling ADD CONSTRAINT ruling_author_check CHECK (author IN ('catalogue', 'person'));
ALTER TABLE ruling DROP CONSTRAINT ruling_state_by_person, DROP CONSTRAINT ruling_says_purpose;
ALTER TABLE ruling ALTER COLUMN service SET NOT NULL, ALTER COLUMN purpose SET NOT NULL;
ALTER TABLE ruling DROP COLUMN state;
ALTER TABLE organisation DROP COLUMN classify_settings;
