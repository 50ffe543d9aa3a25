-- Up Migration

-- A check of the draft is no check of the site: it is counted nowhere among them.
ALTER TABLE run DROP CONSTRAINT run_kind_check;
ALTER TABLE run ADD CONSTRAINT run_kind_check
  CHECK (kind IN ('scan', 'check', 'draft-check', 'look', 'sign-in', 'import'));

-- Down Migration
DELETE FROM run WHERE kind = 'draft-check';
ALTER TABLE run DROP CONSTRAINT run_kind_check;
ALTER TABLE run ADD CONSTRAINT run_kind_check CHECK (kind IN ('scan', 'check', 'look', 'sign-in', 'import'));
