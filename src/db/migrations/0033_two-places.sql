-- A session may go on in a second place from one of its slots on; a helper may come for its first slots only (null: for all of it).
ALTER TABLE card
  ADD COLUMN then_place_id uuid REFERENCES place (id),
  ADD COLUMN then_from smallint,
  ADD COLUMN helper_slots smallint,
  ADD CONSTRAINT card_then CHECK ((then_place_id IS NULL) = (then_from IS NULL) AND (then_from IS NULL OR (then_from > 0 AND then_from < length))),
  ADD CONSTRAINT card_helper_slots CHECK (helper_slots IS NULL OR (helper_slots > 0 AND helper_slots <= length));
