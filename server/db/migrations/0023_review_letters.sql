-- Up Migration

-- When a reviewer was last told by mail that his word is asked for. Whoever was asked until now has heard of it otherwise.
ALTER TABLE policy_review ADD told_at timestamptz;
UPDATE policy_review SET told_at = now();

-- Down Migration
ALTER TABLE policy_review DROP told_at;
