-- A first time taken stage by stage and how far it went; what the horse offered beyond what was asked; red signs that went away again.
ALTER TABLE card_revision ADD COLUMN taken jsonb, ADD COLUMN offered text[] NOT NULL DEFAULT '{}', ADD COLUMN red_gone text[] NOT NULL DEFAULT '{}';
