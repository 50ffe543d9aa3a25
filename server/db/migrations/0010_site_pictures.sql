-- Up Migration

-- A site's start page as the newest scan saw it, without a banner.
CREATE TABLE site_picture (
  organisation_id uuid NOT NULL REFERENCES organisation,
  site_id uuid NOT NULL REFERENCES site,
  device text NOT NULL CHECK (device IN ('desktop', 'phone')),
  jpeg bytea NOT NULL,
  taken_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (site_id, device)
);

-- Down Migration
DROP TABLE site_picture;
