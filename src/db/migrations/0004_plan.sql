-- Goals with a side, a weight and what was promised; the plan with its pins, what it moved and why; forecasts as they were made;
-- what skills took of closed stays; the barn's own ladder.

ALTER TABLE goal
  ADD COLUMN side text CHECK (side IN ('left', 'right')),
  ADD COLUMN weight smallint NOT NULL DEFAULT 2 CHECK (weight IN (1, 2, 3)),
  ADD COLUMN must boolean NOT NULL DEFAULT false;

-- One row a stay from the first laying or pin on. `laid` is the last plan, to tell the next one from; the plan itself follows from the record.
CREATE TABLE plan (
  stay_id         uuid PRIMARY KEY REFERENCES stay,
  version         integer NOT NULL DEFAULT 1,
  pins            jsonb NOT NULL DEFAULT '[]',
  laid            jsonb NOT NULL DEFAULT '[]',
  -- Of what the plan and the forecast were read from; another one means that they are to be read again.
  fingerprint     text NOT NULL DEFAULT ''
);

CREATE TABLE plan_change (
  id              bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  stay_id         uuid NOT NULL REFERENCES stay,
  at              timestamptz NOT NULL,
  day             date NOT NULL,
  causes          text[] NOT NULL,
  moved           jsonb NOT NULL
);
CREATE INDEX plan_change_by_stay ON plan_change (stay_id, id);

-- The last forecast of each day.
CREATE TABLE forecast (
  stay_id         uuid NOT NULL REFERENCES stay,
  day             date NOT NULL,
  at              timestamptz NOT NULL,
  goals           jsonb NOT NULL,
  alarms          jsonb NOT NULL,
  riders          jsonb NOT NULL,
  -- Skills that gained next to nothing over their last works.
  stuck           text[] NOT NULL,
  PRIMARY KEY (stay_id, day)
);

-- Works that a skill took from low to 3 in a stay that went home, by side.
CREATE TABLE skill_taken (
  stay_id         uuid NOT NULL REFERENCES stay,
  skill           text NOT NULL,
  side            text NOT NULL CHECK (side IN ('left', 'right', 'both')),
  works           smallint NOT NULL CHECK (works >= 1),
  PRIMARY KEY (stay_id, skill, side)
);
CREATE INDEX skill_taken_by_skill ON skill_taken (skill);

-- How the barn's own past bends a chance: logit(told) = a + b · logit(played).
ALTER TABLE barn
  ADD COLUMN bend_a double precision NOT NULL DEFAULT 0,
  ADD COLUMN bend_b double precision NOT NULL DEFAULT 1;
ALTER TABLE barn ADD COLUMN ladder jsonb NOT NULL DEFAULT '[]';
