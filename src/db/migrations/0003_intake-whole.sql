-- The evaluation whole: when and how a sign shows, the body map, more measures; what the manager signs; checks and what came of them;
-- the barn's own walk, weights and units.

ALTER TABLE evaluation_sign
  ADD COLUMN moment text,
  ADD COLUMN trend text NOT NULL DEFAULT 'unknown' CHECK (trend IN ('unknown', 'better', 'same', 'sudden'));

CREATE TABLE evaluation_touch (
  evaluation_id   uuid NOT NULL REFERENCES evaluation ON DELETE CASCADE,
  zone            text NOT NULL,
  side            text NOT NULL CHECK (side IN ('left', 'right', 'both')),
  by              text NOT NULL CHECK (by IN ('hand', 'brush', 'girth', 'leg', 'spray')),
  strength        smallint NOT NULL CHECK (strength BETWEEN 1 AND 3),
  PRIMARY KEY (evaluation_id, zone, side, by)
);

ALTER TABLE evaluation
  ADD COLUMN neck_cm numeric(4, 1),
  ADD COLUMN build text NOT NULL DEFAULT 'unknown' CHECK (build IN ('unknown', 'arabian', 'pony', 'stock')),
  ADD COLUMN place_neck smallint CHECK (place_neck BETWEEN 1 AND 9),
  ADD COLUMN place_withers smallint CHECK (place_withers BETWEEN 1 AND 9),
  ADD COLUMN place_shoulder smallint CHECK (place_shoulder BETWEEN 1 AND 9),
  ADD COLUMN place_ribs smallint CHECK (place_ribs BETWEEN 1 AND 9),
  ADD COLUMN place_loin smallint CHECK (place_loin BETWEEN 1 AND 9),
  ADD COLUMN place_tail smallint CHECK (place_tail BETWEEN 1 AND 9),
  ADD COLUMN pulse smallint CHECK (pulse BETWEEN 15 AND 220),
  ADD COLUMN breaths smallint CHECK (breaths BETWEEN 4 AND 180),
  ADD COLUMN temperature_c numeric(3, 1) CHECK (temperature_c BETWEEN 33 AND 43),
  ADD COLUMN refill_seconds numeric(3, 1) CHECK (refill_seconds BETWEEN 0.5 AND 10);

-- Walks that the barn made of the shipped one, which is version 1 and stands in the application.
CREATE TABLE instrument (
  version         smallint PRIMARY KEY CHECK (version >= 2),
  made_at         timestamptz NOT NULL,
  made_by         uuid NOT NULL REFERENCES person,
  rungs           jsonb NOT NULL
);

-- What a manager signed under an evaluation; a correction is a further revision. `reading` is what the rules said at that time,
-- `in_force` the limits that follow from both.
CREATE TABLE judgement (
  evaluation_id   uuid NOT NULL REFERENCES evaluation,
  revision        smallint NOT NULL CHECK (revision >= 1),
  signed_at       timestamptz NOT NULL,
  signed_by       uuid NOT NULL REFERENCES person,
  content         jsonb NOT NULL,
  reading         jsonb NOT NULL,
  in_force        jsonb NOT NULL,
  PRIMARY KEY (evaluation_id, revision)
);

CREATE TABLE check_up (
  id              uuid PRIMARY KEY,
  stay_id         uuid NOT NULL REFERENCES stay,
  cause           text,
  who             text NOT NULL CHECK (who IN ('vet', 'dentist', 'farrier', 'fitter', 'bodyworker', 'barn')),
  asked           text NOT NULL,
  ordered_on      date NOT NULL,
  ordered_by      uuid NOT NULL REFERENCES person,
  due             date NOT NULL,
  holds           text NOT NULL CHECK (holds IN ('nothing', 'skill', 'ridden', 'all')),
  skills          text[] NOT NULL,
  state           text NOT NULL CHECK (state IN ('ordered', 'booked', 'done', 'cancelled')),
  booked_for      date,
  booked_with     text NOT NULL DEFAULT '',
  done_on         date,
  result          text CHECK (result IN ('clear', 'treated', 'found')),
  answer          text NOT NULL DEFAULT '',
  version         integer NOT NULL DEFAULT 1,
  CHECK ((state = 'done') = (done_on IS NOT NULL AND result IS NOT NULL)),
  CHECK (state <> 'booked' OR booked_for IS NOT NULL)
);
CREATE INDEX check_up_by_stay ON check_up (stay_id);
CREATE INDEX check_up_open ON check_up (due) WHERE state IN ('ordered', 'booked');
-- One open question a cause and stay: ordering it twice is one order.
CREATE UNIQUE INDEX check_up_one_open ON check_up (stay_id, cause) WHERE state IN ('ordered', 'booked');

CREATE TABLE check_file (
  id              uuid PRIMARY KEY,
  check_id        uuid NOT NULL REFERENCES check_up,
  name            text NOT NULL,
  type            text NOT NULL CHECK (type IN ('image/jpeg', 'image/png', 'image/webp', 'application/pdf')),
  content         bytea NOT NULL,
  added_at        timestamptz NOT NULL,
  added_by        uuid NOT NULL REFERENCES person
);
CREATE INDEX check_file_by_check ON check_file (check_id);

-- A change of tack or company tried for some sessions, and what became of the signs.
CREATE TABLE trial (
  id              uuid PRIMARY KEY,
  stay_id         uuid NOT NULL REFERENCES stay,
  change          text NOT NULL CHECK (change IN ('other-bit', 'no-bit', 'other-saddle', 'other-pad', 'other-girth', 'other-rider', 'more-turnout', 'with-companion')),
  from_day        date NOT NULL,
  result          text CHECK (result IN ('gone', 'less', 'same')),
  ended_on        date,
  words           text NOT NULL,
  CHECK ((result IS NULL) = (ended_on IS NULL))
);
CREATE INDEX trial_by_stay ON trial (stay_id);

-- What the owner's aim means in skills.
CREATE TABLE goal (
  stay_id         uuid NOT NULL REFERENCES stay,
  skill           text NOT NULL,
  target          smallint NOT NULL CHECK (target IN (3, 4, 5)),
  position        smallint NOT NULL,
  PRIMARY KEY (stay_id, skill)
);

ALTER TABLE barn
  ADD COLUMN units text NOT NULL DEFAULT 'metric' CHECK (units IN ('metric', 'hands')),
  ADD COLUMN weights jsonb NOT NULL DEFAULT '[]';
ALTER TABLE place
  ADD COLUMN version integer NOT NULL DEFAULT 1,
  ADD COLUMN closed boolean NOT NULL DEFAULT false;
