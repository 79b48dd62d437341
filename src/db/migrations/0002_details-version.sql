-- Client and horse are edited after booking: their versions together say on what an editor builds.
ALTER TABLE client ADD COLUMN version integer NOT NULL DEFAULT 1;
ALTER TABLE horse ADD COLUMN version integer NOT NULL DEFAULT 1;
