-- Up Migration

-- On which pages a site is checked: all that the last scan visited, one of each family of them, or those that are listed.
ALTER TABLE site ADD check_pages jsonb NOT NULL DEFAULT '"all"';

-- Down Migration
ALTER TABLE site DROP check_pages;
