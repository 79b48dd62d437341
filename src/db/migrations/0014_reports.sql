-- Reports of four kinds, with own words sentence by sentence, and photos. A draft's plain words become a paragraph.
ALTER TABLE report
  ADD COLUMN kind     text NOT NULL DEFAULT 'end' CHECK (kind IN ('intake', 'weekly', 'mid-term', 'end')),
  -- Weekly words and mid-terms count up from 1.
  ADD COLUMN ordinal  smallint NOT NULL DEFAULT 0 CHECK (ordinal >= 0),
  ADD COLUMN tone     text NOT NULL DEFAULT 'plain' CHECK (tone IN ('plain', 'warm')),
  ADD COLUMN level    text NOT NULL DEFAULT 'full' CHECK (level IN ('full', 'simple'));
ALTER TABLE report ALTER COLUMN kind DROP DEFAULT;
ALTER TABLE report DROP CONSTRAINT report_one_a_stay;
ALTER TABLE report ADD CONSTRAINT report_once UNIQUE (stay_id, kind, ordinal);

UPDATE report SET words = coalesce(
  (SELECT jsonb_object_agg(block.key, jsonb_build_object(
     'prose', CASE WHEN block.value ->> 'text' = '' THEN '[]'::jsonb
       ELSE jsonb_build_array(jsonb_build_object('kind', 'p', 'runs', jsonb_build_array(jsonb_build_object('text', block.value ->> 'text', 'bold', false, 'italic', false)))) END,
     'edits', '[]'::jsonb, 'left', '[]'::jsonb))
   FROM jsonb_each(words) block), '{}'::jsonb);

CREATE TABLE report_photo (
  id              uuid PRIMARY KEY,
  report_id       uuid NOT NULL REFERENCES report,
  caption         text NOT NULL,
  width           smallint NOT NULL,
  height          smallint NOT NULL,
  -- JPEG, without what the camera wrote into it.
  bytes           bytea NOT NULL,
  added_at        timestamptz NOT NULL,
  added_by        uuid NOT NULL REFERENCES person,
  -- Taken out of the draft; reports that were approved with it keep it.
  removed         boolean NOT NULL DEFAULT false
);
CREATE INDEX report_photo_by_report ON report_photo (report_id);
CREATE INDEX report_photo_added_by ON report_photo (added_by);

-- How sessions that are owed at the end are made good.
ALTER TABLE barn ADD COLUMN owed_policy text NOT NULL DEFAULT 'days' CHECK (owed_policy IN ('days', 'credit', 'agreed'));
