-- Up Migration

-- While a publication is in force that says so, the banner does not come by itself.
ALTER TABLE publication ADD COLUMN paused boolean NOT NULL DEFAULT false;
-- Body of gate.js for then; null in releases from before, which cannot be paused.
ALTER TABLE release ADD COLUMN paused_pointer text;

-- Down Migration
ALTER TABLE release DROP COLUMN paused_pointer;
ALTER TABLE publication DROP COLUMN paused;
