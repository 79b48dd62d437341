-- The card in the arena: circle minutes, who helped in fact, what was done instead, how far a first mounting went, readings after work, how it ended;
-- records that two people wrote; cards that were not worked or not planned; and what the office is told at once.

ALTER TABLE card_revision
  ADD COLUMN circle_minutes smallint NOT NULL DEFAULT 0 CHECK (circle_minutes BETWEEN 0 AND 240),
  ADD COLUMN helper_id uuid REFERENCES person,
  ADD COLUMN swaps jsonb NOT NULL DEFAULT '[]',
  ADD COLUMN mount jsonb,
  ADD COLUMN readings jsonb NOT NULL DEFAULT '[]',
  ADD COLUMN ending text[] NOT NULL DEFAULT '{}',
  -- Joined with what somebody else had saved: the revision it was joined with, and the fields in which both stand against one another.
  ADD COLUMN joined_with smallint,
  ADD COLUMN clashes text[] NOT NULL DEFAULT '{}';
UPDATE card_revision v SET helper_id = k.helper_id FROM card k WHERE k.id = v.card_id AND k.helper_id IS NOT NULL;

ALTER TABLE card_incident
  ADD COLUMN during text NOT NULL DEFAULT 'unknown'
    CHECK (during IN ('unknown', 'leading', 'tied', 'tacking', 'ground', 'mounting', 'walk', 'trot', 'canter', 'getting-off')),
  ADD COLUMN led_by text[] NOT NULL DEFAULT '{}';

ALTER TABLE card
  ADD COLUMN cancel_because text NOT NULL DEFAULT 'other' CHECK (cancel_because IN ('weather', 'lame', 'rider', 'horse', 'other')),
  ADD COLUMN cancel_instead text NOT NULL DEFAULT 'nothing' CHECK (cancel_instead IN ('nothing', 'turned-out', 'hand-walked', 'ponied')),
  -- Why it was worked though nobody had handed it out; empty: it was.
  ADD COLUMN unplanned text NOT NULL DEFAULT '';

CREATE TABLE alert (
  id              uuid PRIMARY KEY,
  card_id         uuid NOT NULL REFERENCES card,
  what            text NOT NULL CHECK (what IN ('incident', 'sudden-change', 'warm-down', 'gate-override', 'lame', 'unplanned')),
  -- Tells two of a kind on one card apart.
  about           text NOT NULL DEFAULT '',
  details         jsonb NOT NULL,
  at              timestamptz NOT NULL,
  by_person       uuid NOT NULL REFERENCES person,
  seen_at         timestamptz,
  seen_by         uuid REFERENCES person,
  CHECK ((seen_at IS NULL) = (seen_by IS NULL)),
  CONSTRAINT alert_once UNIQUE (card_id, what, about)
);
CREATE INDEX alert_unseen ON alert (at) WHERE seen_at IS NULL;

-- The same words from every rider.
ALTER TABLE barn ADD COLUMN cues jsonb NOT NULL DEFAULT '{}';
