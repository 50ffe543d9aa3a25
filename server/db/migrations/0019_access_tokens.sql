-- Up Migration

-- By which a pipeline reads what is in force and hands in its checks. The token itself is kept nowhere.
CREATE TABLE access_token (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  organisation_id uuid NOT NULL REFERENCES organisation,
  name text NOT NULL,
  hash text NOT NULL UNIQUE,
  person_id uuid NOT NULL REFERENCES person,
  made_at timestamptz NOT NULL DEFAULT now(),
  used_at timestamptz,
  ended_at timestamptz
);

-- Down Migration
DROP TABLE access_token;
