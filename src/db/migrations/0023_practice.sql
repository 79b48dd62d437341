-- Practice at scoring: what a rider gave to described situations of a skill, beside the barn's answer.
CREATE TABLE practice (
  id        uuid PRIMARY KEY,
  person_id uuid NOT NULL REFERENCES person,
  skill     text NOT NULL REFERENCES skill,
  at        timestamptz NOT NULL,
  answers   jsonb NOT NULL
);
CREATE INDEX practice_by_person ON practice (person_id, skill, at);
CREATE INDEX practice_by_skill ON practice (skill);
