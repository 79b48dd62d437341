-- What is measured between two evaluations, in two minutes: whatever was taken, one row a day. A weight that it gives stands in `weighing`.
CREATE TABLE measuring (
  stay_id         uuid NOT NULL REFERENCES stay,
  day             date NOT NULL,
  girth_cm        numeric(5, 1),
  length_cm       numeric(5, 1),
  withers_cm      numeric(5, 1),
  croup_cm        numeric(5, 1),
  scale_kg        numeric(6, 1),
  condition       numeric(2, 1),
  pulse           smallint,
  breaths         smallint,
  temperature_c   numeric(3, 1),
  -- 'fits', 'watch', 'does-not-fit'; null: nobody looked.
  saddle_fit      text CHECK (saddle_fit IN ('fits', 'watch', 'does-not-fit')),
  words           text NOT NULL DEFAULT '',
  by_person       uuid NOT NULL REFERENCES person,
  at              timestamptz NOT NULL,
  -- Taken twice on a day: what is taken anew counts, the rest stays.
  PRIMARY KEY (stay_id, day)
);
CREATE INDEX measuring_by_person ON measuring (by_person);
-- Weights of before are measures too.
INSERT INTO measuring (stay_id, day, scale_kg, by_person, at) SELECT stay_id, day, kilograms, by_person, at FROM weighing WHERE by_scale;
