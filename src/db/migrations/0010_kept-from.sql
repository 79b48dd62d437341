-- People whom the manager keeps from a horse: not its riders, not its second persons.
CREATE TABLE kept_from (
  stay_id         uuid NOT NULL REFERENCES stay,
  person_id       uuid NOT NULL REFERENCES person,
  PRIMARY KEY (stay_id, person_id)
);
CREATE INDEX kept_from_person ON kept_from (person_id);
