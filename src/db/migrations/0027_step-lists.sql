-- What the barn changed of the lists that big steps ask for: a skill and its level, 0 takes it off the list.
ALTER TABLE barn ADD COLUMN step_changes jsonb NOT NULL DEFAULT '[]';
