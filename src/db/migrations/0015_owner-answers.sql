-- What owners answer: that a report was read, one question to each, how it goes after four weeks at home. And how a horse is handed over.
CREATE TABLE report_answer (
  issue           integer PRIMARY KEY REFERENCES report_issue,
  read_at         timestamptz,
  question        text NOT NULL DEFAULT '',
  asked_at        timestamptz,
  answer          text NOT NULL DEFAULT '',
  answered_at     timestamptz,
  answered_by     uuid REFERENCES person,
  CHECK ((question = '') = (asked_at IS NULL)),
  CHECK ((answer = '') = (answered_at IS NULL))
);
CREATE INDEX report_answer_answered_by ON report_answer (answered_by);

CREATE TABLE check_back (
  id              bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  stay_id         uuid NOT NULL REFERENCES stay,
  at              timestamptz NOT NULL,
  day             date NOT NULL,
  days_a_week     smallint NOT NULL CHECK (days_a_week BETWEEN 0 AND 7),
  -- 'well', 'unsure', 'worse'
  goes            text NOT NULL CHECK (goes IN ('well', 'unsure', 'worse')),
  -- By skill: 'better', 'same', 'worse' or 'not-done'.
  skills          jsonb NOT NULL,
  words           text NOT NULL,
  -- Read by the manager.
  seen_at         timestamptz
);
CREATE INDEX check_back_by_stay ON check_back (stay_id, id);

CREATE TABLE hand_over (
  stay_id         uuid PRIMARY KEY REFERENCES stay,
  content         jsonb NOT NULL,
  version         integer NOT NULL DEFAULT 1
);
