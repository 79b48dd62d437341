-- The one thing that the horse was sent for, beside what the owner wishes; and the day on which a goal is needed.
ALTER TABLE stay ADD COLUMN complaint text NOT NULL DEFAULT '' CHECK (char_length(complaint) <= 2000);
ALTER TABLE goal ADD COLUMN "by" date;
