-- What the barn asks on every card or on none.
ALTER TABLE barn ADD COLUMN card_ways jsonb NOT NULL DEFAULT '[]';
