-- A secret address under which a person's string, or a horse's sessions, are read by a calendar. Whoever has it may read; a new one takes the old away.

CREATE TABLE calendar_feed (
  token           text PRIMARY KEY CHECK (length(token) >= 40),
  person_id       uuid UNIQUE REFERENCES person,
  stay_id         uuid UNIQUE REFERENCES stay,
  made_at         timestamptz NOT NULL,
  made_by         uuid NOT NULL REFERENCES person,
  CHECK ((person_id IS NULL) <> (stay_id IS NULL))
);
CREATE INDEX calendar_feed_made_by ON calendar_feed (made_by);
