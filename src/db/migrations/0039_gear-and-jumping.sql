-- Why a horse wore something else than the last time.
ALTER TABLE card_revision ADD COLUMN gear_why text NOT NULL DEFAULT '';
-- A school over poles or fences: the layout as it stood, what became of each fence, how the horse went.
ALTER TABLE card_revision ADD COLUMN jump jsonb;

-- Pieces of gear of the barn's own, { place, words }, and layouts that it keeps.
ALTER TABLE barn ADD COLUMN gear jsonb NOT NULL DEFAULT '[]';
CREATE TABLE jump_layout (
  id              uuid PRIMARY KEY,
  name            text NOT NULL CONSTRAINT jump_layout_name UNIQUE,
  elements        jsonb NOT NULL,
  made_at         timestamptz NOT NULL,
  made_by         uuid NOT NULL REFERENCES person
);
CREATE INDEX jump_layout_made_by ON jump_layout (made_by);
