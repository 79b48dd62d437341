-- How far an incident went: 1 the horse stopped itself, 2 it had to be stopped, 3 it was lost. What was written before had to be stopped.
ALTER TABLE card_incident ADD COLUMN strength smallint NOT NULL DEFAULT 2 CHECK (strength BETWEEN 1 AND 3);
