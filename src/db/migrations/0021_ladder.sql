-- The ladder is the barn's own: branches and skills are rows, begun from the shipped ones (src/db/seed-ladder.ts). A skill is never taken away, as what was
-- scored keeps its meaning. What the barn had changed of the fixed ladder waits in ladder_change until the seed has taken it up.
CREATE TABLE branch (
  id     text PRIMARY KEY,
  place  integer NOT NULL,
  words  text NOT NULL,
  nature text NOT NULL CHECK (nature IN ('handling', 'yields', 'send', 'accepting', 'mounting', 'first-rides', 'education', 'jumping', 'owner'))
);
CREATE TABLE skill (
  id         text PRIMARY KEY,
  branch     text NOT NULL REFERENCES branch,
  place      integer NOT NULL,
  words      text NOT NULL,
  after      text[] NOT NULL,
  contains   text[] NOT NULL,
  sided      boolean NOT NULL,
  bears      text NOT NULL CHECK (bears IN ('nothing', 'weight', 'rider')),
  grade      smallint NOT NULL CHECK (grade BETWEEN 1 AND 5),
  second     boolean NOT NULL,
  specialist boolean NOT NULL,
  worked_at  text NOT NULL CHECK (worked_at IN ('anywhere', 'pen', 'arena', 'out')),
  to3        double precision NOT NULL CHECK (to3 > 0),
  to4        double precision NOT NULL CHECK (to4 > 0),
  half_life  double precision NOT NULL CHECK (half_life > 0),
  caution    text NOT NULL,
  tags       text[] NOT NULL,
  cues       text[] NOT NULL,
  signs      text[] NOT NULL,
  causes     text[] NOT NULL,
  aims       text[] NOT NULL,
  gait       text CHECK (gait IN ('walk', 'trot', 'canter', 'jump')),
  everyday   boolean NOT NULL,
  measure    jsonb,
  used       boolean NOT NULL
);
CREATE INDEX skill_by_branch ON skill (branch);
CREATE TABLE skill_page (
  skill   text PRIMARY KEY REFERENCES skill,
  page    jsonb NOT NULL,
  version integer NOT NULL DEFAULT 1
);

CREATE TABLE ladder_change (change jsonb NOT NULL);
INSERT INTO ladder_change SELECT jsonb_array_elements(ladder) FROM barn;

ALTER TABLE barn DROP COLUMN ladder,
  ADD COLUMN ladder_version integer NOT NULL DEFAULT 1,
  -- Another one after each change, in whatever database: what is kept of a ladder in memory is known by it.
  ADD COLUMN ladder_stamp uuid NOT NULL DEFAULT gen_random_uuid();

CREATE FUNCTION stamp_ladder() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  UPDATE barn SET ladder_stamp = gen_random_uuid();
  RETURN NULL;
END $$;
CREATE TRIGGER skill_stamps AFTER INSERT OR UPDATE ON skill FOR EACH STATEMENT EXECUTE FUNCTION stamp_ladder();
CREATE TRIGGER branch_stamps AFTER INSERT OR UPDATE ON branch FOR EACH STATEMENT EXECUTE FUNCTION stamp_ladder();

CREATE FUNCTION skills_stay() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'a skill is never taken away: set it to not used';
END $$;
CREATE TRIGGER skill_stays BEFORE DELETE ON skill FOR EACH ROW EXECUTE FUNCTION skills_stay();
