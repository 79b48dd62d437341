-- What is counted or timed beside a score: tries, seconds, how often, by skill.
ALTER TABLE card_revision ADD COLUMN measures jsonb NOT NULL DEFAULT '[]';
