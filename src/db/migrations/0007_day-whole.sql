-- What a day is handed out by, besides who and what there is: lunches, hours off, what places are, when they are shut, horses with the farrier or on the
-- road, the weather; and sessions that are split in two.

ALTER TABLE person
  ADD COLUMN lunch_from smallint NOT NULL DEFAULT 660,
  ADD COLUMN lunch_to smallint NOT NULL DEFAULT 840,
  ADD COLUMN lunch_minutes smallint NOT NULL DEFAULT 30 CHECK (lunch_minutes BETWEEN 0 AND 180),
  ADD CONSTRAINT person_lunch_fits CHECK (0 <= lunch_from AND lunch_from + lunch_minutes <= lunch_to AND lunch_to <= 1440);

-- Hours of one day; null: all day.
ALTER TABLE absence
  ADD COLUMN from_minute smallint CHECK (from_minute BETWEEN 0 AND 1440),
  ADD COLUMN to_minute smallint CHECK (to_minute BETWEEN 0 AND 1440),
  ADD CONSTRAINT absence_hours CHECK ((from_minute IS NULL) = (to_minute IS NULL)
    AND (from_minute IS NULL OR (from_minute < to_minute AND first_day = last_day)));

ALTER TABLE place
  ADD COLUMN outdoor boolean NOT NULL DEFAULT true,
  ADD COLUMN surface text NOT NULL DEFAULT 'unknown' CHECK (surface IN ('unknown', 'sand', 'dirt', 'grass', 'fibre', 'track')),
  -- Hours at which it is shut: on a weekday, on a date, or every day.
  ADD COLUMN shut_times jsonb NOT NULL DEFAULT '[]';

-- Somebody comes to a horse, or it is on the road; hours null: all day.
CREATE TABLE appointment (
  id              uuid PRIMARY KEY,
  stay_id         uuid NOT NULL REFERENCES stay,
  day             date NOT NULL,
  kind            text NOT NULL CHECK (kind IN ('farrier', 'vet', 'dentist', 'fitter', 'bodyworker', 'travel', 'other')),
  from_minute     smallint CHECK (from_minute BETWEEN 0 AND 1440),
  to_minute       smallint CHECK (to_minute BETWEEN 0 AND 1440),
  words           text NOT NULL,
  CHECK ((from_minute IS NULL) = (to_minute IS NULL) AND (from_minute IS NULL OR from_minute < to_minute))
);
CREATE INDEX appointment_by_day ON appointment (day);
CREATE INDEX appointment_by_stay ON appointment (stay_id);

-- Hours of a day as the station says, and as somebody typed them; what was typed counts.
CREATE TABLE weather (
  day             date NOT NULL,
  source          text NOT NULL CHECK (source IN ('station', 'hand')),
  hours           jsonb NOT NULL,
  at              timestamptz NOT NULL,
  by_person       uuid REFERENCES person,
  version         integer NOT NULL DEFAULT 1,
  PRIMARY KEY (day, source)
);
CREATE INDEX weather_by_person ON weather (by_person);

-- The second half of a session that was split: the card of the first half.
ALTER TABLE card ADD COLUMN after_card uuid REFERENCES card ON DELETE SET NULL;
CREATE INDEX card_after ON card (after_card);
