-- Up Migration

-- The visits that a site is checked with, as texts; NULL: the usual ones.
ALTER TABLE site ADD check_cases text[];

-- Down Migration
ALTER TABLE site DROP check_cases;
