-- Up Migration

-- After what a site is checked by itself, besides by schedule.
ALTER TABLE site ADD check_after text[] NOT NULL DEFAULT '{}' CHECK (check_after <@ ARRAY['publishing', 'alarm']);
UPDATE site SET check_after = '{publishing}' WHERE check_after_publishing;
ALTER TABLE site DROP check_after_publishing;

-- Down Migration
ALTER TABLE site ADD check_after_publishing boolean NOT NULL DEFAULT false;
UPDATE site SET check_after_publishing = true WHERE 'publishing' = ANY(check_after);
ALTER TABLE site DROP check_after;
