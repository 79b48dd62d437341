-- What a rider would try next time if the horse is calm, what the next one answered, and whether the smaller version was worked.
ALTER TABLE card_revision ADD COLUMN if_calm text, ADD COLUMN calm jsonb, ADD COLUMN smaller boolean NOT NULL DEFAULT false;
