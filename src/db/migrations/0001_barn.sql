-- The barn, its people, horses and stays; evaluations, cards and their revisions; reports.
-- Dates are calendar dates of the barn; timestamptz only where an instant is meant. Ids are made by the application.

CREATE TABLE barn (
  id              smallint PRIMARY KEY DEFAULT 1 CHECK (id = 1),
  name            text NOT NULL,
  time_zone       text NOT NULL,
  first_day_is    smallint NOT NULL DEFAULT 1 CHECK (first_day_is IN (0, 1)),
  rest_days       smallint[] NOT NULL DEFAULT '{7}',
  holidays        date[] NOT NULL DEFAULT '{}',
  hold_vet        boolean NOT NULL DEFAULT true,
  hold_injury     boolean NOT NULL DEFAULT true,
  hold_owner      boolean NOT NULL DEFAULT true,
  hold_weather    boolean NOT NULL DEFAULT false,
  version         integer NOT NULL DEFAULT 1,
  -- Grows with every write of the application: whoever read at the same number read the same barn.
  revision        bigint NOT NULL DEFAULT 0
);

CREATE TABLE person (
  id              uuid PRIMARY KEY,
  name            text NOT NULL,
  sign_in         text NOT NULL CONSTRAINT person_sign_in_free UNIQUE,
  role            text NOT NULL CHECK (role IN ('manager', 'rider', 'helper')),
  password_hash   text NOT NULL,
  grade           smallint NOT NULL CHECK (grade BETWEEN 1 AND 5),
  weight_kg       numeric(5, 1) CHECK (weight_kg BETWEEN 25 AND 200),
  rides           boolean NOT NULL,
  works_days      smallint[] NOT NULL,
  works_from      smallint NOT NULL CHECK (works_from BETWEEN 0 AND 1440),
  works_to        smallint NOT NULL CHECK (works_to BETWEEN 0 AND 1440),
  max_saddle      smallint NOT NULL CHECK (max_saddle BETWEEN 0 AND 20),
  retired_on      date,
  version         integer NOT NULL DEFAULT 1,
  CHECK (works_from < works_to)
);

CREATE TABLE absence (
  id              uuid PRIMARY KEY,
  person_id       uuid NOT NULL REFERENCES person,
  first_day       date NOT NULL,
  last_day        date NOT NULL,
  reason          text NOT NULL,
  CHECK (first_day <= last_day)
);
CREATE INDEX absence_by_person ON absence (person_id, last_day);

CREATE TABLE sign_in_session (
  token_hash      bytea PRIMARY KEY,
  person_id       uuid NOT NULL REFERENCES person,
  created_at      timestamptz NOT NULL,
  expires_at      timestamptz NOT NULL
);
CREATE INDEX sign_in_session_by_person ON sign_in_session (person_id);

CREATE TABLE sign_in_try (
  id              bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  name            text NOT NULL,
  address         text NOT NULL,
  at              timestamptz NOT NULL
);
CREATE INDEX sign_in_try_by_name ON sign_in_try (name, at);
CREATE INDEX sign_in_try_by_address ON sign_in_try (address, at);

-- One row per write that a client asked for, kept so that a repeat of the same request is answered and not done again.
CREATE TABLE request (
  person_id       uuid NOT NULL REFERENCES person,
  key             uuid NOT NULL,
  route           text NOT NULL,
  body_hash       bytea NOT NULL,
  answer          jsonb NOT NULL,
  at              timestamptz NOT NULL,
  PRIMARY KEY (person_id, key)
);
CREATE INDEX request_by_time ON request (at);

-- Who changed what: shown wherever something that was handed out, approved or signed is changed later.
CREATE TABLE change (
  id              bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  at              timestamptz NOT NULL,
  person_id       uuid NOT NULL REFERENCES person,
  subject         text NOT NULL,
  subject_id      text NOT NULL,
  what            text NOT NULL,
  details         jsonb NOT NULL
);
CREATE INDEX change_by_subject ON change (subject, subject_id, id);

CREATE TABLE client (
  id              uuid PRIMARY KEY,
  name            text NOT NULL,
  phone           text NOT NULL,
  email           text NOT NULL,
  emergency_name  text NOT NULL,
  emergency_phone text NOT NULL,
  vet_name        text NOT NULL,
  vet_phone       text NOT NULL,
  vet_release     boolean NOT NULL
);

CREATE TABLE horse (
  id              uuid PRIMARY KEY,
  client_id       uuid NOT NULL REFERENCES client,
  name            text NOT NULL,
  birth_date      date,
  birth_year      smallint CHECK (birth_year BETWEEN 1970 AND 2199),
  sex             text NOT NULL CHECK (sex IN ('mare', 'gelding', 'stallion', 'unknown')),
  class           text NOT NULL CHECK (class IN ('adult', 'pony', 'yearling', 'weanling')),
  height_cm       numeric(4, 1) CHECK (height_cm BETWEEN 50 AND 220),
  history         jsonb NOT NULL,
  history_words   text NOT NULL
);

CREATE TABLE stay (
  id              uuid PRIMARY KEY,
  horse_id        uuid NOT NULL REFERENCES horse,
  kind            text NOT NULL CHECK (kind IN ('unhandled', 'halter', 'started', 'restart')),
  aim             text NOT NULL,
  length          smallint NOT NULL CHECK (length IN (30, 60, 90)),
  first_day       date NOT NULL,
  sessions_a_week smallint NOT NULL CHECK (sessions_a_week BETWEEN 1 AND 7),
  counting        text NOT NULL CHECK (counting IN ('calendar', 'sessions')),
  method          text NOT NULL,
  after_days      smallint CHECK (after_days BETWEEN 0 AND 7),
  after_level     text NOT NULL CHECK (after_level IN ('unknown', 'novice', 'steady', 'able')),
  after_words     text NOT NULL,
  risk_set        smallint CHECK (risk_set BETWEEN 1 AND 5),
  went_home       date,
  version         integer NOT NULL DEFAULT 1
);
CREATE INDEX stay_in_work ON stay (first_day) WHERE went_home IS NULL;
CREATE INDEX stay_by_horse ON stay (horse_id);
CREATE INDEX stay_gone ON stay (went_home DESC) WHERE went_home IS NOT NULL;

CREATE TABLE hold (
  id              uuid PRIMARY KEY,
  stay_id         uuid NOT NULL REFERENCES stay,
  kind            text NOT NULL CHECK (kind IN ('vet', 'injury', 'owner', 'weather')),
  first_day       date NOT NULL,
  last_day        date,
  stops_clock     boolean NOT NULL,
  reason          text NOT NULL,
  CHECK (last_day IS NULL OR first_day <= last_day)
);
CREATE INDEX hold_by_stay ON hold (stay_id);

CREATE TABLE apart (
  stay_id         uuid NOT NULL REFERENCES stay,
  other_stay_id   uuid NOT NULL REFERENCES stay,
  PRIMARY KEY (stay_id, other_stay_id),
  CHECK (stay_id <> other_stay_id)
);

CREATE TABLE place (
  id              uuid PRIMARY KEY,
  name            text NOT NULL,
  capacity        smallint NOT NULL CHECK (capacity BETWEEN 1 AND 20),
  separate        boolean NOT NULL,
  stages          text[] NOT NULL,
  position        smallint NOT NULL
);

CREATE TABLE evaluation (
  id              uuid PRIMARY KEY,
  stay_id         uuid NOT NULL REFERENCES stay,
  kind            text NOT NULL CHECK (kind IN ('intake', 'mid-term', 'exit')),
  instrument      smallint NOT NULL,
  day             date NOT NULL,
  by_person       uuid NOT NULL REFERENCES person,
  girth_cm        numeric(4, 1),
  length_cm       numeric(4, 1),
  withers_cm      numeric(4, 1),
  croup_cm        numeric(4, 1),
  scale_kg        numeric(5, 1),
  condition       numeric(2, 1) CHECK (condition BETWEEN 1 AND 9),
  fitness         text NOT NULL CHECK (fitness IN ('unknown', 'fit', 'unfit')),
  tries           smallint CHECK (tries BETWEEN 0 AND 100),
  settle_minutes  smallint CHECK (settle_minutes BETWEEN 0 AND 240),
  words           jsonb NOT NULL,
  stopped_at      text,
  stop_reason     text NOT NULL,
  saddle_reason   text NOT NULL,
  closed_at       timestamptz,
  closed_by       uuid REFERENCES person,
  version         integer NOT NULL DEFAULT 1,
  CHECK ((closed_at IS NULL) = (closed_by IS NULL))
);
CREATE UNIQUE INDEX evaluation_one_open ON evaluation (stay_id) WHERE closed_at IS NULL;
CREATE INDEX evaluation_by_stay ON evaluation (stay_id, day);

CREATE TABLE evaluation_mark (
  evaluation_id   uuid NOT NULL REFERENCES evaluation ON DELETE CASCADE,
  skill           text NOT NULL,
  side            text NOT NULL CHECK (side IN ('left', 'right', 'both')),
  score           smallint CHECK (score BETWEEN 0 AND 5),
  PRIMARY KEY (evaluation_id, skill, side)
);

CREATE TABLE evaluation_sign (
  evaluation_id   uuid NOT NULL REFERENCES evaluation ON DELETE CASCADE,
  rung            text NOT NULL,
  sign            text NOT NULL,
  side            text NOT NULL CHECK (side IN ('left', 'right', 'both')),
  strength        smallint NOT NULL CHECK (strength BETWEEN 1 AND 3),
  PRIMARY KEY (evaluation_id, rung, sign, side)
);

CREATE TABLE day_sheet (
  day             date PRIMARY KEY,
  handed_out_at   timestamptz NOT NULL,
  handed_out_by   uuid NOT NULL REFERENCES person
);

CREATE TABLE card (
  id              uuid PRIMARY KEY,
  stay_id         uuid NOT NULL REFERENCES stay,
  day             date NOT NULL,
  kind            text NOT NULL CHECK (kind IN ('ground', 'saddle', 'both')),
  length          smallint NOT NULL CHECK (length BETWEEN 1 AND 8),
  rider_id        uuid NOT NULL REFERENCES person,
  start           smallint NOT NULL CHECK (start BETWEEN 0 AND 47),
  place_id        uuid NOT NULL REFERENCES place,
  helper_id       uuid REFERENCES person,
  state           text NOT NULL CHECK (state IN ('placed', 'handed-out', 'closed', 'cancelled')),
  cancel_reason   text NOT NULL DEFAULT '',
  version         integer NOT NULL DEFAULT 1
);
CREATE INDEX card_by_day ON card (day);
CREATE INDEX card_by_stay ON card (stay_id, day);
CREATE INDEX card_unlogged ON card (day) WHERE state = 'handed-out';

CREATE TABLE card_revision (
  card_id         uuid NOT NULL REFERENCES card,
  revision        smallint NOT NULL CHECK (revision >= 1),
  by_person       uuid NOT NULL REFERENCES person,
  at              timestamptz NOT NULL,
  ground_minutes  smallint NOT NULL CHECK (ground_minutes BETWEEN 0 AND 240),
  saddle_minutes  smallint NOT NULL CHECK (saddle_minutes BETWEEN 0 AND 240),
  gaits           text[] NOT NULL,
  weather         text NOT NULL,
  tack            text[] NOT NULL,
  ended_well      boolean NOT NULL,
  word            text NOT NULL,
  next_time       text NOT NULL,
  gate_ticks      text[] NOT NULL,
  red_signs       text[] NOT NULL,
  gate_state      text NOT NULL CHECK (gate_state IN ('open', 'half', 'shut')),
  override_by     uuid REFERENCES person,
  override_reason text NOT NULL,
  PRIMARY KEY (card_id, revision)
);

CREATE TABLE card_score (
  card_id         uuid NOT NULL,
  revision        smallint NOT NULL,
  skill           text NOT NULL,
  side            text NOT NULL CHECK (side IN ('left', 'right', 'both')),
  score           smallint NOT NULL CHECK (score BETWEEN 0 AND 5),
  PRIMARY KEY (card_id, revision, skill, side),
  FOREIGN KEY (card_id, revision) REFERENCES card_revision
);

CREATE TABLE card_sign (
  card_id         uuid NOT NULL,
  revision        smallint NOT NULL,
  position        smallint NOT NULL,
  sign            text NOT NULL,
  skill           text,
  side            text NOT NULL CHECK (side IN ('left', 'right', 'both')),
  strength        smallint NOT NULL CHECK (strength BETWEEN 1 AND 3),
  PRIMARY KEY (card_id, revision, position),
  FOREIGN KEY (card_id, revision) REFERENCES card_revision
);

CREATE TABLE card_incident (
  card_id         uuid NOT NULL,
  revision        smallint NOT NULL,
  position        smallint NOT NULL,
  kind            text NOT NULL CHECK (kind IN ('spook', 'buck', 'bolt', 'rear', 'kick', 'bite', 'pull-back', 'fall')),
  before          text NOT NULL,
  hurt            text NOT NULL CHECK (hurt IN ('nobody', 'horse', 'person')),
  PRIMARY KEY (card_id, revision, position),
  FOREIGN KEY (card_id, revision) REFERENCES card_revision
);

CREATE TABLE card_first (
  card_id         uuid NOT NULL,
  revision        smallint NOT NULL,
  position        smallint NOT NULL,
  skill           text,
  words           text NOT NULL,
  PRIMARY KEY (card_id, revision, position),
  FOREIGN KEY (card_id, revision) REFERENCES card_revision
);

-- The revision that counts: the highest of each closed card.
ALTER TABLE card ADD COLUMN revision smallint;
ALTER TABLE card ADD FOREIGN KEY (id, revision) REFERENCES card_revision (card_id, revision) DEFERRABLE INITIALLY DEFERRED;
ALTER TABLE card ADD CHECK ((state = 'closed') = (revision IS NOT NULL));

CREATE TABLE report (
  id              uuid PRIMARY KEY,
  stay_id         uuid NOT NULL CONSTRAINT report_one_a_stay UNIQUE REFERENCES stay,
  words           jsonb NOT NULL,
  version         integer NOT NULL DEFAULT 1
);

-- Approved reports: fixed, numbered without gaps, with the hash of what was approved.
CREATE TABLE report_issue (
  number          integer PRIMARY KEY,
  report_id       uuid NOT NULL REFERENCES report,
  approved_by     uuid NOT NULL REFERENCES person,
  approved_at     timestamptz NOT NULL,
  content         jsonb NOT NULL,
  content_hash    text NOT NULL
);
CREATE INDEX report_issue_by_report ON report_issue (report_id, number);
