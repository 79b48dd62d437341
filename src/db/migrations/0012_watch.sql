-- What the manager answered to a need of a horse, and until when it is out of sight; the newest counts. How many horses the barn has room for.
CREATE TABLE need_answer (
  id              bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  stay_id         uuid NOT NULL REFERENCES stay,
  code            text NOT NULL,
  about           text NOT NULL,
  until           date NOT NULL,
  reason          text NOT NULL,
  at              timestamptz NOT NULL,
  by_person       uuid NOT NULL REFERENCES person
);
CREATE INDEX need_answer_by_stay ON need_answer (stay_id, id);

ALTER TABLE barn ADD COLUMN stalls smallint NOT NULL DEFAULT 20 CHECK (stalls BETWEEN 1 AND 500);
