-- What was taken in from spreadsheets, and what each row of ours was before and after, so that it can be taken out again as a whole.
CREATE TABLE import (
  id          uuid PRIMARY KEY,
  list        text NOT NULL CHECK (list IN ('people', 'clients', 'horses', 'stays', 'sessions', 'measures', 'archive')),
  -- As the file was called.
  file        text NOT NULL,
  by_person   uuid NOT NULL REFERENCES person,
  at          timestamptz NOT NULL,
  made        integer NOT NULL DEFAULT 0,
  changed     integer NOT NULL DEFAULT 0,
  undone_at   timestamptz,
  undone_by   uuid REFERENCES person
);
CREATE INDEX import_by_time ON import (at DESC);
CREATE INDEX import_by_person ON import (by_person);
CREATE INDEX import_undone_by ON import (undone_by) WHERE undone_by IS NOT NULL;

CREATE TABLE import_item (
  import_id   uuid NOT NULL REFERENCES import ON DELETE CASCADE,
  -- The table, and the row's key in it.
  subject     text NOT NULL,
  key         text NOT NULL,
  -- Null: the row was new.
  before      jsonb,
  after       jsonb NOT NULL,
  PRIMARY KEY (import_id, subject, key)
);

-- While a transaction has named its import, every row that it makes or changes is written down.
CREATE FUNCTION import_noted() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  now_is jsonb := to_jsonb(NEW);
BEGIN
  INSERT INTO import_item (import_id, subject, key, before, after)
    VALUES (current_setting('furlong.import')::uuid, TG_TABLE_NAME, coalesce(now_is ->> 'id', (now_is ->> 'stay_id') || ' ' || (now_is ->> 'day')),
      CASE WHEN TG_OP = 'UPDATE' THEN to_jsonb(OLD) END, now_is)
    ON CONFLICT (import_id, subject, key) DO UPDATE SET after = EXCLUDED.after;
  RETURN NULL;
END $$;
DO $$
DECLARE
  here text;
BEGIN
  FOREACH here IN ARRAY ARRAY['person', 'client', 'horse', 'stay', 'hold', 'evaluation', 'card', 'media', 'measuring', 'weighing'] LOOP
    EXECUTE format($t$CREATE TRIGGER import_notes AFTER INSERT OR UPDATE ON %I FOR EACH ROW
      WHEN (coalesce(current_setting('furlong.import', true), '') <> '') EXECUTE FUNCTION import_noted()$t$, here);
  END LOOP;
END $$;

-- A session that nobody handed out takes up no place: there is nothing to ask when it is written down.
DROP TRIGGER place_has_room ON card;
CREATE CONSTRAINT TRIGGER place_has_room AFTER INSERT ON card DEFERRABLE INITIALLY DEFERRED
  FOR EACH ROW WHEN (NEW.unplanned = '') EXECUTE FUNCTION place_has_room();
