-- Up Migration

-- What the lint found against a law in what was published, as it was told to whoever published it; the reason he gave is
-- that of the publication.
ALTER TABLE release ADD COLUMN breaches jsonb NOT NULL DEFAULT '[]';

-- Down Migration
ALTER TABLE release DROP COLUMN breaches;
