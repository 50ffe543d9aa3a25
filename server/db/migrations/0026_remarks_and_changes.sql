-- Up Migration

-- The words that a remark is on, and what stood before them; none where it is on a block as a whole.
ALTER TABLE policy_comment ADD exact text, ADD prefix text;
ALTER TABLE policy_comment ADD CHECK ((exact IS NULL) = (prefix IS NULL));
-- Who changed what of a policy is read from what was done.
CREATE INDEX audit_of_policy_saves ON audit ((facts->>'id')) WHERE act = 'save-policy';

-- Down Migration
DROP INDEX audit_of_policy_saves;
ALTER TABLE policy_comment DROP exact, DROP prefix;
