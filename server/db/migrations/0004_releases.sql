-- Up Migration
-- What is published is a release, which never changes; which one is in force, and since when, is a publication.
ALTER TABLE site_version RENAME TO release;
ALTER TABLE release RENAME COLUMN published_by TO made_by;
ALTER TABLE release RENAME COLUMN published_at TO made_at;
-- Rules, plan, texts and origins as they were compiled; null in releases of the first versions, which kept the setup alone.
ALTER TABLE release ADD COLUMN compiled jsonb;
-- Body of gate.js; everything else that visitors load is named by its hash and shared between releases.
ALTER TABLE release ADD COLUMN pointer text;
UPDATE release r SET pointer = (
  SELECT f.body FROM gate_file f WHERE f.site_id = r.site_id AND f.name LIKE 'hold.%'
    AND position('"version":' || r.number || ',' IN f.body) > 0 ORDER BY f.name LIMIT 1);
UPDATE release r SET pointer = f.body FROM gate_file f WHERE r.pointer IS NULL AND f.site_id = r.site_id AND f.name = 'gate.js';
ALTER TABLE release ALTER COLUMN pointer SET NOT NULL;
DELETE FROM gate_file WHERE NOT immutable;
ALTER TABLE gate_file DROP COLUMN immutable;

CREATE TABLE publication (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  organisation_id uuid NOT NULL REFERENCES organisation,
  site_id uuid NOT NULL REFERENCES site,
  number integer NOT NULL,
  -- In force from then until the next one; one that lies ahead is a plan and can be called off.
  from_at timestamptz NOT NULL DEFAULT clock_timestamp(),
  why text,
  person_id uuid REFERENCES person,
  at timestamptz NOT NULL DEFAULT clock_timestamp(),
  called_off_at timestamptz,
  FOREIGN KEY (site_id, number) REFERENCES release (site_id, number)
);
CREATE INDEX publication_of_site ON publication (site_id, from_at DESC) WHERE called_off_at IS NULL;
INSERT INTO publication (organisation_id, site_id, number, from_at, person_id, at)
  SELECT organisation_id, site_id, number, made_at, made_by, made_at FROM release;

CREATE FUNCTION refuse_change_of_release() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'releases are never changed or deleted';
END $$;
CREATE TRIGGER release_is_final BEFORE UPDATE OR DELETE OR TRUNCATE ON release
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change_of_release();

-- Each part of a draft has a revision of its own, so that two people on two parts do not collide.
ALTER TABLE site ADD COLUMN revisions jsonb NOT NULL DEFAULT '{}';

-- The visitor's gate makes a record's id, so it is unique by site and not everywhere. The id is first in the index, since
-- it tells more.
ALTER TABLE consent_record DROP CONSTRAINT consent_record_pkey, ADD PRIMARY KEY (id, site_id);

-- What a check found of each kind of visitor.
CREATE TABLE check_case (
  run_id uuid NOT NULL REFERENCES run,
  organisation_id uuid NOT NULL REFERENCES organisation,
  number integer NOT NULL,
  result jsonb NOT NULL,
  PRIMARY KEY (run_id, number)
);
INSERT INTO check_case (run_id, organisation_id, number, result)
  SELECT r.id, r.organisation_id, c.number, c.result
  FROM run r, jsonb_array_elements(r.report->'cases') WITH ORDINALITY AS c(result, number)
  WHERE r.kind = 'check' AND jsonb_typeof(r.report->'cases') = 'array';
UPDATE run SET report = report - 'cases' WHERE kind = 'check' AND report IS NOT NULL;

-- Each import has a file of its own, so a second one does not join the first.
DROP INDEX run_under_way;
CREATE UNIQUE INDEX run_under_way ON run (site_id, kind)
  WHERE state IN ('queued', 'running', 'cancelling') AND kind <> 'import';

-- A file that waits for a worker to read it.
CREATE TABLE import_file (
  run_id uuid PRIMARY KEY REFERENCES run,
  organisation_id uuid NOT NULL REFERENCES organisation,
  body bytea NOT NULL
);

-- The facts behind a ruling that no person made; its reason is these in words.
ALTER TABLE ruling ADD COLUMN because jsonb;
ALTER TABLE ruling ADD COLUMN undone_by uuid REFERENCES person;

-- What people did, one row an act.
CREATE TABLE audit (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  organisation_id uuid NOT NULL REFERENCES organisation,
  site_id uuid REFERENCES site,
  person_id uuid REFERENCES person,
  act text NOT NULL,
  facts jsonb NOT NULL DEFAULT '{}',
  at timestamptz NOT NULL DEFAULT clock_timestamp()
);
CREATE INDEX audit_of_organisation ON audit (organisation_id, at DESC);

-- Whoever has gone is signed out at once, however he was taken away.
ALTER TABLE person ADD COLUMN left_at timestamptz;
CREATE FUNCTION tell_person_gone() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'DELETE' OR NEW.left_at IS NOT NULL THEN
    PERFORM pg_notify('douane_gone', OLD.id::text);
  END IF;
  RETURN NULL;
END $$;
CREATE TRIGGER person_gone AFTER DELETE OR UPDATE OF left_at ON person FOR EACH ROW EXECUTE FUNCTION tell_person_gone();

-- Down Migration
DROP TRIGGER person_gone ON person;
DROP FUNCTION tell_person_gone;
ALTER TABLE person DROP COLUMN left_at;
DROP TABLE audit;
ALTER TABLE ruling DROP COLUMN undone_by, DROP COLUMN because;
DROP TABLE import_file;
DROP INDEX run_under_way;
DELETE FROM run WHERE kind = 'import' AND state IN ('queued', 'running', 'cancelling');
CREATE UNIQUE INDEX run_under_way ON run (site_id, kind) WHERE state IN ('queued', 'running', 'cancelling');
UPDATE run SET report = report || jsonb_build_object('cases',
  (SELECT coalesce(jsonb_agg(c.result ORDER BY c.number), '[]') FROM check_case c WHERE c.run_id = run.id))
  WHERE kind = 'check' AND report IS NOT NULL;
DROP TABLE check_case;
ALTER TABLE consent_record DROP CONSTRAINT consent_record_pkey, ADD PRIMARY KEY (id);
ALTER TABLE site DROP COLUMN revisions;
DROP TRIGGER release_is_final ON release;
DROP FUNCTION refuse_change_of_release;
DROP TABLE publication;
ALTER TABLE gate_file ADD COLUMN immutable boolean NOT NULL DEFAULT true;
INSERT INTO gate_file (organisation_id, site_id, name, body, type, immutable)
  SELECT DISTINCT ON (site_id) organisation_id, site_id, 'gate.js', pointer, 'text/javascript', false
  FROM release ORDER BY site_id, number DESC;
ALTER TABLE release DROP COLUMN pointer, DROP COLUMN compiled;
ALTER TABLE release RENAME COLUMN made_at TO published_at;
ALTER TABLE release RENAME COLUMN made_by TO published_by;
ALTER TABLE release RENAME TO site_version;
