-- How the horse stood, minute by minute: tight, trying to leave, softening, soft; and the side that was worked.
ALTER TABLE card_revision ADD COLUMN course jsonb NOT NULL DEFAULT '[]';
