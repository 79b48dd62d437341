-- What an owner does with the horse while it is here: a short numbered routine. The newest counts; an empty one ends it.
CREATE TABLE homework (
  id              uuid PRIMARY KEY,
  stay_id         uuid NOT NULL REFERENCES stay,
  made_on         date NOT NULL,
  made_at         timestamptz NOT NULL,
  made_by         uuid NOT NULL REFERENCES person,
  days_a_week     smallint NOT NULL CHECK (days_a_week BETWEEN 1 AND 7),
  -- In their order: { skill, first, words }.
  steps           jsonb NOT NULL,
  words           text NOT NULL
);
CREATE INDEX homework_by_stay ON homework (stay_id, made_at);
CREATE INDEX homework_made_by ON homework (made_by);

-- What the owner ticked back: one of a day, the last telling counts.
CREATE TABLE homework_done (
  homework_id     uuid NOT NULL REFERENCES homework,
  day             date NOT NULL,
  -- Skills of the steps that were done.
  done            jsonb NOT NULL,
  words           text NOT NULL,
  told_at         timestamptz NOT NULL,
  seen_at         timestamptz,
  PRIMARY KEY (homework_id, day)
);

-- The owner at the barn: a visit, or a lesson on the horse; planned, then logged.
CREATE TABLE owner_visit (
  id              uuid PRIMARY KEY,
  stay_id         uuid NOT NULL REFERENCES stay,
  content         jsonb NOT NULL,
  version         integer NOT NULL DEFAULT 1
);
CREATE INDEX owner_visit_by_stay ON owner_visit (stay_id);
