-- What the trainer's reading asked of the manager when the forecast was made: trouble, a ready step, a tight day, new goals.
ALTER TABLE forecast ADD COLUMN needs jsonb NOT NULL DEFAULT '[]';
