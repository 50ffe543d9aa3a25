-- Up Migration

-- What an organisation said of itself to learn which laws bind it. Answers are kept, so that it can be told later what was
-- known when; the newest counts.
CREATE TABLE organisation_answer (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  organisation_id uuid NOT NULL REFERENCES organisation,
  facts jsonb NOT NULL,
  person_id uuid NOT NULL REFERENCES person,
  at timestamptz NOT NULL DEFAULT clock_timestamp()
);
CREATE INDEX organisation_answer_newest ON organisation_answer (organisation_id, at DESC);

-- Down Migration
DROP TABLE organisation_answer;
