-- A card that the manager pinned: nothing that lays out the day anew may move it.
ALTER TABLE card ADD COLUMN locked boolean NOT NULL DEFAULT false;
