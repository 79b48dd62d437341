-- The week as the manager means it: which horse on which day, and the days for which that was laid out.

CREATE TABLE week_day (
  stay_id         uuid NOT NULL REFERENCES stay,
  day             date NOT NULL,
  -- Laying the week out anew leaves it.
  pinned          boolean NOT NULL,
  -- Proposed when it was laid out; the day itself decides.
  rider_id        uuid REFERENCES person,
  PRIMARY KEY (stay_id, day)
);
CREATE INDEX week_day_by_day ON week_day (day);
CREATE INDEX week_day_by_rider ON week_day (rider_id);

-- Days that a laid-out week decides: on others a horse is due by what it is owed.
CREATE TABLE week_laid (
  day             date PRIMARY KEY,
  at              timestamptz NOT NULL,
  by_person       uuid NOT NULL REFERENCES person
);
CREATE INDEX week_laid_by_person ON week_laid (by_person);
