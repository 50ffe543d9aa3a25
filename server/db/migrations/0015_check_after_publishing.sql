-- Up Migration

-- Whether a site is checked by itself whenever another release comes into force.
ALTER TABLE site ADD check_after_publishing boolean NOT NULL DEFAULT false;

-- Down Migration
ALTER TABLE site DROP check_after_publishing;
