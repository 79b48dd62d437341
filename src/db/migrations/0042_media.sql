-- Photos and short clips taken at the card or in the walk, kept with what they show. Taken off they are only marked: approved reports keep them.
CREATE TABLE media (
  id              uuid PRIMARY KEY,
  stay_id         uuid NOT NULL REFERENCES stay,
  card_id         uuid REFERENCES card,
  evaluation_id   uuid REFERENCES evaluation,
  day             date NOT NULL,
  -- 'image/jpeg' for photos; clips as the phone gave them.
  type            text NOT NULL CHECK (type IN ('image/jpeg', 'video/mp4', 'video/quicktime', 'video/webm')),
  skill           text,
  side            text NOT NULL CHECK (side IN ('both', 'left', 'right')),
  words           text NOT NULL,
  width           smallint,
  height          smallint,
  size            integer NOT NULL,
  bytes           bytea NOT NULL,
  at              timestamptz NOT NULL,
  by_person       uuid NOT NULL REFERENCES person,
  removed_at      timestamptz
);
CREATE INDEX media_by_stay ON media (stay_id, day);
CREATE INDEX media_by_card ON media (card_id);
CREATE INDEX media_by_evaluation ON media (evaluation_id);
CREATE INDEX media_by_person ON media (by_person);
-- They are compressed already.
ALTER TABLE media ALTER COLUMN bytes SET STORAGE EXTERNAL;

-- Of a report: one of the record's own, which is not kept twice.
ALTER TABLE report_photo ALTER COLUMN bytes DROP NOT NULL, ADD COLUMN media_id uuid REFERENCES media,
  ADD CONSTRAINT report_photo_of CHECK ((bytes IS NULL) <> (media_id IS NULL));
CREATE INDEX report_photo_media ON report_photo (media_id);

-- Megabytes that photos and clips may take.
ALTER TABLE barn ADD COLUMN media_mb integer NOT NULL DEFAULT 2000 CHECK (media_mb BETWEEN 10 AND 1000000);
