-- Up Migration

-- What an organisation answers for a site's policies; each time it is saved is a row.
CREATE TABLE policy_answers (
  organisation_id uuid NOT NULL REFERENCES organisation,
  site_id uuid NOT NULL REFERENCES site,
  revision int NOT NULL,
  body jsonb NOT NULL,
  person_id uuid NOT NULL REFERENCES person,
  at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (site_id, revision)
);

-- A policy of a site with the text that people work on. `name` stands in its address.
CREATE TABLE policy (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  organisation_id uuid NOT NULL REFERENCES organisation,
  site_id uuid NOT NULL REFERENCES site,
  kind text NOT NULL,
  name text NOT NULL,
  draft jsonb NOT NULL,
  revision int NOT NULL DEFAULT 1,
  changed_by uuid NOT NULL REFERENCES person,
  changed_at timestamptz NOT NULL DEFAULT now(),
  position int NOT NULL,
  -- Whether accounts of its audience are asked to agree to it.
  agree text NOT NULL DEFAULT 'no' CHECK (agree IN ('no', 'may', 'must')),
  -- Places and groups of places for whose people it is; none: for all.
  places jsonb NOT NULL DEFAULT '[]',
  -- Earlier versions can be read by everybody.
  history boolean NOT NULL DEFAULT false,
  removed_at timestamptz
);
CREATE UNIQUE INDEX policy_name ON policy (site_id, name) WHERE removed_at IS NULL;

-- What was handed in for review, frozen. `live_from`: from when visitors read it, unless a later one is live by then.
CREATE TABLE policy_version (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  organisation_id uuid NOT NULL REFERENCES organisation,
  policy_id uuid NOT NULL REFERENCES policy,
  number int NOT NULL,
  content jsonb NOT NULL,
  hash text NOT NULL,
  note text NOT NULL,
  major boolean NOT NULL,
  made_by uuid NOT NULL REFERENCES person,
  made_at timestamptz NOT NULL DEFAULT now(),
  due_on date,
  live_from timestamptz,
  live_by uuid REFERENCES person,
  UNIQUE (policy_id, number)
);

CREATE TABLE policy_review (
  version_id uuid NOT NULL REFERENCES policy_version ON DELETE CASCADE,
  organisation_id uuid NOT NULL REFERENCES organisation,
  person_id uuid NOT NULL REFERENCES person,
  decision text CHECK (decision IN ('approved', 'sent-back')),
  words text NOT NULL DEFAULT '',
  at timestamptz,
  PRIMARY KEY (version_id, person_id)
);

CREATE TABLE policy_comment (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  organisation_id uuid NOT NULL REFERENCES organisation,
  policy_id uuid NOT NULL REFERENCES policy,
  block_id text NOT NULL,
  words text NOT NULL,
  person_id uuid NOT NULL REFERENCES person,
  at timestamptz NOT NULL DEFAULT now(),
  settled_at timestamptz
);

-- A version says for ever what it said, and one that anybody has read stays.
CREATE FUNCTION policy_version_stays() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'DELETE' THEN
    IF OLD.live_from <= clock_timestamp() THEN RAISE EXCEPTION 'a version that is live stays'; END IF;
    RETURN OLD;
  END IF;
  IF (NEW.policy_id, NEW.number, NEW.content, NEW.hash, NEW.major, NEW.made_by, NEW.made_at)
     IS DISTINCT FROM (OLD.policy_id, OLD.number, OLD.content, OLD.hash, OLD.major, OLD.made_by, OLD.made_at) THEN
    RAISE EXCEPTION 'a version is not changed, only followed';
  END IF;
  IF OLD.live_from <= clock_timestamp() AND NEW.live_from IS DISTINCT FROM OLD.live_from THEN
    RAISE EXCEPTION 'a version that is live stays';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER policy_version_stays BEFORE UPDATE OR DELETE ON policy_version
  FOR EACH ROW EXECUTE FUNCTION policy_version_stays();

-- Pages of a site's own on which a policy was pasted, and what was found when one was looked at last.
CREATE TABLE policy_copy (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  organisation_id uuid NOT NULL REFERENCES organisation,
  policy_id uuid NOT NULL REFERENCES policy,
  address text NOT NULL,
  language text NOT NULL,
  looked_at timestamptz,
  found jsonb,
  UNIQUE (policy_id, address, language)
);

-- By which references of persons become pseudonyms, and links of the agreement screen are signed.
ALTER TABLE site ADD agreement_key bytea NOT NULL
  DEFAULT decode(replace(gen_random_uuid()::text || gen_random_uuid()::text, '-', ''), 'hex');
ALTER TABLE site ADD agreement_reminders jsonb NOT NULL DEFAULT '{"days": 7, "most": 3}';

-- Answers of persons with accounts, chained by site as consent records are.
CREATE TABLE agreement_record (
  id uuid PRIMARY KEY,
  organisation_id uuid NOT NULL REFERENCES organisation,
  site_id uuid NOT NULL REFERENCES site,
  number bigint NOT NULL,
  person text NOT NULL,
  policy text NOT NULL,
  version int NOT NULL,
  decision text NOT NULL,
  at timestamptz NOT NULL,
  body jsonb NOT NULL,
  previous_hash text NOT NULL,
  hash text NOT NULL,
  UNIQUE (site_id, number)
);
CREATE INDEX agreement_record_person ON agreement_record (site_id, person);
CREATE TRIGGER agreement_record_is_final BEFORE UPDATE OR DELETE OR TRUNCATE ON agreement_record
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- Whom a site asked about, by pseudonym. The mail address is kept only where the site gave it, for reminders alone.
CREATE TABLE agreement_person (
  organisation_id uuid NOT NULL REFERENCES organisation,
  site_id uuid NOT NULL REFERENCES site,
  person text NOT NULL,
  audience text NOT NULL,
  language text,
  country text,
  by_guardian boolean NOT NULL DEFAULT false,
  mail text,
  first_at timestamptz NOT NULL DEFAULT now(),
  reminded int NOT NULL DEFAULT 0,
  reminded_at timestamptz,
  PRIMARY KEY (site_id, person)
);

-- A parent or guardian who was asked by mail. The token itself is kept nowhere.
CREATE TABLE agreement_guardian (
  token_hash text PRIMARY KEY,
  organisation_id uuid NOT NULL REFERENCES organisation,
  site_id uuid NOT NULL REFERENCES site,
  person text NOT NULL,
  guardian text NOT NULL,
  asked_at timestamptz NOT NULL DEFAULT now(),
  answered_at timestamptz
);

-- Down Migration
DROP TABLE agreement_guardian, agreement_person, agreement_record;
ALTER TABLE site DROP agreement_key, DROP agreement_reminders;
DROP TABLE policy_copy, policy_comment, policy_review, policy_version, policy, policy_answers;
DROP FUNCTION policy_version_stays;
