-- Up Migration

-- Whether our screen asks for age and country of residence where the site told no age.
ALTER TABLE site ADD agreement_asks_age boolean NOT NULL DEFAULT false;
-- Somebody said how old the person is; the age itself is kept nowhere.
ALTER TABLE agreement_person ADD age_told boolean NOT NULL DEFAULT false;
UPDATE agreement_person SET age_told = by_guardian;

-- Down Migration
ALTER TABLE agreement_person DROP age_told;
ALTER TABLE site DROP agreement_asks_age;
