-- Up Migration

-- What the screen showed in the moments in which something slipped.
CREATE TABLE check_picture (
  organisation_id uuid NOT NULL REFERENCES organisation,
  run_id uuid NOT NULL REFERENCES run ON DELETE CASCADE,
  number int NOT NULL,
  jpeg bytea NOT NULL,
  PRIMARY KEY (run_id, number)
);

-- Down Migration
DROP TABLE check_picture;
