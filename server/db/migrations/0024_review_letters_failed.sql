-- Up Migration

-- Why the last letter to a reviewer did not go out; null: it did, or none was tried.
ALTER TABLE policy_review ADD untold text;

-- Down Migration
ALTER TABLE policy_review DROP untold;
