-- What a card takes up, by its parts: a helper for as long as they stay, each of two places for its own slots.
CREATE OR REPLACE FUNCTION card_books() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  DELETE FROM booked WHERE card_id = NEW.id;
  IF NEW.state IN ('placed', 'handed-out') AND NEW.unplanned = '' THEN
    INSERT INTO booked SELECT DISTINCT NEW.id, taken, NEW.day, int4range(NEW.start, NEW.start + NEW.length)
      FROM unnest(ARRAY[NEW.stay_id, NEW.rider_id]) taken;
    IF NEW.helper_id IS NOT NULL AND NEW.helper_id <> NEW.rider_id THEN
      INSERT INTO booked VALUES (NEW.id, NEW.helper_id, NEW.day, int4range(NEW.start, NEW.start + coalesce(NEW.helper_slots, NEW.length)));
    END IF;
  END IF;
  RETURN NULL;
END $$;
DROP TRIGGER card_books ON card;
CREATE TRIGGER card_books AFTER INSERT OR UPDATE OF day, start, length, stay_id, rider_id, helper_id, helper_slots, state ON card
  FOR EACH ROW EXECUTE FUNCTION card_books();

-- Where a card is in one of its slots.
CREATE FUNCTION place_in(card, slot integer) RETURNS uuid LANGUAGE sql IMMUTABLE AS
  $$ SELECT CASE WHEN slot >= $1.start + $1.then_from THEN $1.then_place_id ELSE $1.place_id END $$;

CREATE OR REPLACE FUNCTION place_has_room() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  here uuid;
  room integer;
  most integer;
BEGIN
  -- The lock of a day that every write to it takes (lockDay).
  PERFORM pg_advisory_xact_lock(hashtextextended(NEW.day::text, 2));
  -- The card may have moved on, or gone, since.
  IF NOT EXISTS (SELECT 1 FROM card WHERE id = NEW.id AND day = NEW.day AND start = NEW.start AND length = NEW.length AND place_id = NEW.place_id
      AND then_place_id IS NOT DISTINCT FROM NEW.then_place_id AND then_from IS NOT DISTINCT FROM NEW.then_from
      AND state IN ('placed', 'handed-out') AND unplanned = '') THEN
    RETURN NULL;
  END IF;
  FOREACH here IN ARRAY array_remove(ARRAY[NEW.place_id, NEW.then_place_id], NULL) LOOP
    SELECT capacity INTO room FROM place WHERE id = here;
    SELECT max(there) INTO most FROM (
      SELECT count(*) AS there FROM generate_series(NEW.start, NEW.start + NEW.length - 1) slot
        JOIN card c ON c.day = NEW.day AND c.start <= slot AND slot < c.start + c.length AND place_in(c, slot) = here
          AND c.state IN ('placed', 'handed-out') AND c.unplanned = ''
        WHERE place_in(NEW, slot) = here
        GROUP BY slot) counted;
    IF most > room THEN
      RAISE EXCEPTION 'place % has room for %', here, room USING ERRCODE = 'exclusion_violation', CONSTRAINT = 'place_has_room';
    END IF;
  END LOOP;
  RETURN NULL;
END $$;
DROP TRIGGER place_still_has_room ON card;
CREATE CONSTRAINT TRIGGER place_still_has_room AFTER UPDATE ON card DEFERRABLE INITIALLY DEFERRED
  FOR EACH ROW WHEN ((OLD.day, OLD.start, OLD.length, OLD.place_id, OLD.then_place_id, OLD.then_from)
    IS DISTINCT FROM (NEW.day, NEW.start, NEW.length, NEW.place_id, NEW.then_place_id, NEW.then_from))
  EXECUTE FUNCTION place_has_room();
