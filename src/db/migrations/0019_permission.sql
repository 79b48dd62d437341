-- What may be done with a horse is decided in one place, from what is written here besides: what a professional restricted and who released a finding,
-- who may do specialist work, what the record of a session went against, when a risk was set by hand, and weights taken between evaluations.
ALTER TABLE check_up
  ADD COLUMN restrictions jsonb NOT NULL DEFAULT '[]',
  ADD COLUMN released_on date,
  ADD COLUMN released_by uuid REFERENCES person,
  ADD CONSTRAINT check_released CHECK ((released_on IS NULL) = (released_by IS NULL));

-- The top grade did it until now.
ALTER TABLE person ADD COLUMN specialist boolean NOT NULL DEFAULT false;
UPDATE person SET specialist = true WHERE grade = 5;

ALTER TABLE card_revision ADD COLUMN against jsonb NOT NULL DEFAULT '[]';

ALTER TABLE stay ADD COLUMN risk_set_on date;
UPDATE stay SET risk_set_on = first_day WHERE risk_set IS NOT NULL;

-- 'yes' meant at all work, 'no' what holds for every horse.
UPDATE judgement SET
  in_force = jsonb_set(in_force, '{secondPerson}', CASE WHEN in_force ->> 'secondPerson' = 'true' THEN '"always"' ELSE '"no"' END::jsonb),
  content = CASE jsonb_typeof(content -> 'secondPerson') WHEN 'boolean'
    THEN jsonb_set(content, '{secondPerson}', CASE WHEN content ->> 'secondPerson' = 'true' THEN '"always"' ELSE '"no"' END::jsonb) ELSE content END;

CREATE TABLE weighing (
  stay_id         uuid NOT NULL REFERENCES stay,
  day             date NOT NULL,
  kilograms       numeric(6, 1) NOT NULL CHECK (kilograms BETWEEN 50 AND 1200),
  by_scale        boolean NOT NULL,
  by_person       uuid NOT NULL REFERENCES person,
  at              timestamptz NOT NULL,
  -- Weighed twice on a day, the later one counts.
  PRIMARY KEY (stay_id, day)
);

ALTER TABLE alert DROP CONSTRAINT alert_what_check,
  ADD CONSTRAINT alert_what_check CHECK (what IN ('incident', 'sudden-change', 'warm-down', 'gate-override', 'against', 'lame', 'unplanned'));

-- What the owner says that it weighs: nobody rides by it, and whether anybody is light enough is asked from the booking on.
ALTER TABLE horse ADD COLUMN told_kg numeric(6, 1) CHECK (told_kg BETWEEN 50 AND 1200);
