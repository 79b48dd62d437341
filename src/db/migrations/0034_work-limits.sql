-- Where work becomes less or none, as far as the barn has its own; what is missing is as usual.
ALTER TABLE barn ADD COLUMN work_limits jsonb NOT NULL DEFAULT '{}';
