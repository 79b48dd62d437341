-- What the rules of the day refuse is refused here too, for whoever comes by another way or a moment too late: two holds at once, and a horse, a person or a
-- place that is asked for twice. What was worked without being handed out stands beside it: that has happened.
CREATE EXTENSION IF NOT EXISTS btree_gist;

ALTER TABLE hold ADD CONSTRAINT hold_once
  EXCLUDE USING gist (stay_id WITH =, daterange(first_day, last_day, '[]') WITH &&);

-- Whom and what each card takes up, kept by the trigger below.
CREATE TABLE booked (
  card_id         uuid NOT NULL REFERENCES card ON DELETE CASCADE,
  -- A stay, or the person who rides or helps.
  what            uuid NOT NULL,
  day             date NOT NULL,
  slots           int4range NOT NULL,
  PRIMARY KEY (card_id, what),
  -- A day that is laid out anew moves many cards: only what stands at the end counts.
  CONSTRAINT booked_once EXCLUDE USING gist (what WITH =, day WITH =, slots WITH &&) DEFERRABLE INITIALLY DEFERRED
);

CREATE FUNCTION card_books() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  DELETE FROM booked WHERE card_id = NEW.id;
  IF NEW.state IN ('placed', 'handed-out') AND NEW.unplanned = '' THEN
    INSERT INTO booked SELECT DISTINCT NEW.id, taken, NEW.day, int4range(NEW.start, NEW.start + NEW.length)
      FROM unnest(ARRAY[NEW.stay_id, NEW.rider_id, NEW.helper_id]) taken WHERE taken IS NOT NULL;
  END IF;
  RETURN NULL;
END $$;
CREATE TRIGGER card_books AFTER INSERT OR UPDATE OF day, start, length, stay_id, rider_id, helper_id, state ON card
  FOR EACH ROW EXECUTE FUNCTION card_books();
-- Days to come; those that are over are as they were.
INSERT INTO booked SELECT DISTINCT c.id, taken, c.day, int4range(c.start, c.start + c.length)
  FROM card c, unnest(ARRAY[c.stay_id, c.rider_id, c.helper_id]) taken
  WHERE c.day >= CURRENT_DATE AND c.state IN ('placed', 'handed-out') AND c.unplanned = '' AND taken IS NOT NULL;

CREATE FUNCTION place_has_room() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  room integer;
  most integer;
BEGIN
  -- The lock of a day that every write to it takes (lockDay).
  PERFORM pg_advisory_xact_lock(hashtextextended(NEW.day::text, 2));
  SELECT capacity INTO room FROM place WHERE id = NEW.place_id;
  SELECT max(there) INTO most FROM (
    SELECT count(*) AS there FROM generate_series(NEW.start, NEW.start + NEW.length - 1) slot
      JOIN card c ON c.day = NEW.day AND c.place_id = NEW.place_id AND c.start <= slot AND slot < c.start + c.length
        AND c.state IN ('placed', 'handed-out') AND c.unplanned = ''
      GROUP BY slot) counted;
  -- The card may have moved on, or gone, since.
  IF most > room AND EXISTS (SELECT 1 FROM card WHERE id = NEW.id AND place_id = NEW.place_id AND day = NEW.day AND start = NEW.start AND length = NEW.length
      AND state IN ('placed', 'handed-out') AND unplanned = '') THEN
    RAISE EXCEPTION 'place % has room for %', NEW.place_id, room USING ERRCODE = 'exclusion_violation', CONSTRAINT = 'place_has_room';
  END IF;
  RETURN NULL;
END $$;
CREATE CONSTRAINT TRIGGER place_has_room AFTER INSERT ON card DEFERRABLE INITIALLY DEFERRED
  FOR EACH ROW EXECUTE FUNCTION place_has_room();
-- A place that was made smaller since keeps what stands in it.
CREATE CONSTRAINT TRIGGER place_still_has_room AFTER UPDATE ON card DEFERRABLE INITIALLY DEFERRED
  FOR EACH ROW WHEN ((OLD.day, OLD.start, OLD.length, OLD.place_id) IS DISTINCT FROM (NEW.day, NEW.start, NEW.length, NEW.place_id))
  EXECUTE FUNCTION place_has_room();
