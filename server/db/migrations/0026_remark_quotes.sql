-- Up Migration

-- The words that a remark is on, and what stood before them; none where it is on a block as a whole.
ALTER TABLE policy_comment ADD exact text, ADD prefix text;
ALTER TABLE policy_comment ADD CHECK ((exact IS NULL) = (prefix IS NULL));

-- Down Migration
ALTER TABLE policy_comment DROP exact, DROP prefix;
