-- What the manager makes of the programme for home; own words beside those of the report.
ALTER TABLE report ADD COLUMN home jsonb NOT NULL DEFAULT '{"prose":[],"edits":[],"left":[],"minutes":null,"back":null}';

-- The main problem, as it is at home now; null: it was not asked.
ALTER TABLE check_back ADD COLUMN problem text CHECK (problem IN ('better', 'same', 'worse', 'not-done'));

-- Who else hears of a horse: a second owner, an agent; each with an address of their own.
CREATE TABLE contact (
  id              uuid PRIMARY KEY,
  horse_id        uuid NOT NULL REFERENCES horse,
  name            text NOT NULL,
  email           text NOT NULL,
  -- 'owner', 'agent', 'rider'
  role            text NOT NULL CHECK (role IN ('owner', 'agent', 'rider')),
  added_at        timestamptz NOT NULL,
  -- Hears of it no more; what was sent stays.
  removed_at      timestamptz
);
CREATE UNIQUE INDEX contact_once ON contact (horse_id, lower(email)) WHERE removed_at IS NULL;

ALTER TABLE owner_link ADD COLUMN contact_id uuid REFERENCES contact;
CREATE INDEX owner_link_by_contact ON owner_link (contact_id);
DROP INDEX owner_link_one_open;
CREATE UNIQUE INDEX owner_link_one_open ON owner_link (stay_id, contact_id) NULLS NOT DISTINCT WHERE dropped_at IS NULL;

-- A week in which a horse was here for fewer days has no word of its own; the next one tells of it too.
ALTER TABLE barn ADD COLUMN weekly_after smallint NOT NULL DEFAULT 4 CHECK (weekly_after BETWEEN 1 AND 7);
