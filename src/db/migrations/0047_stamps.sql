-- What the server keeps in memory of a stay is true for as long as the stay's stamp is the same. Whatever is written of the stay, by whom and how ever,
-- gives it a new one in the same transaction; a stamp is never used twice, also where a backup is restored.
CREATE TABLE stay_stamp (
  stay_id uuid PRIMARY KEY REFERENCES stay ON DELETE CASCADE,
  stamp   uuid NOT NULL DEFAULT gen_random_uuid(),
  -- Of its plan, its goals and what was last forecast, which are written by themselves after each change of the rest.
  planned uuid NOT NULL DEFAULT gen_random_uuid()
) WITH (fillfactor = 50);
INSERT INTO stay_stamp (stay_id) SELECT id FROM stay;

-- Always in one order, so that two writes which touch some of the same stays do not wait for each other.
CREATE FUNCTION stamp_stays(ids uuid[]) RETURNS void LANGUAGE sql AS $$
  INSERT INTO stay_stamp (stay_id) SELECT id FROM stay WHERE id = ANY (ids) ORDER BY id
    ON CONFLICT (stay_id) DO UPDATE SET stamp = gen_random_uuid();
$$;

CREATE FUNCTION stamp_plans() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO stay_stamp (stay_id) SELECT id FROM stay WHERE id IN (SELECT stay_id FROM changed) ORDER BY id
    ON CONFLICT (stay_id) DO UPDATE SET planned = gen_random_uuid();
  RETURN NULL;
END $$;

-- One trigger function for each way from a table's rows to their stays; old and new rows stand in `changed`.
CREATE FUNCTION stamps_by_stay() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN PERFORM stamp_stays(ARRAY(SELECT DISTINCT stay_id FROM changed)); RETURN NULL; END $$;
CREATE FUNCTION stamps_itself() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN PERFORM stamp_stays(ARRAY(SELECT id FROM changed)); RETURN NULL; END $$;
CREATE FUNCTION stamps_both_stays() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN PERFORM stamp_stays(ARRAY(SELECT stay_id FROM changed UNION SELECT other_stay_id FROM changed)); RETURN NULL; END $$;
CREATE FUNCTION stamps_by_card() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN PERFORM stamp_stays(ARRAY(SELECT DISTINCT k.stay_id FROM changed c JOIN card k ON k.id = c.card_id)); RETURN NULL; END $$;
CREATE FUNCTION stamps_by_evaluation() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN PERFORM stamp_stays(ARRAY(SELECT DISTINCT e.stay_id FROM changed c JOIN evaluation e ON e.id = c.evaluation_id)); RETURN NULL; END $$;
CREATE FUNCTION stamps_by_report() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN PERFORM stamp_stays(ARRAY(SELECT DISTINCT r.stay_id FROM changed c JOIN report r ON r.id = c.report_id)); RETURN NULL; END $$;
CREATE FUNCTION stamps_by_horse() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN PERFORM stamp_stays(ARRAY(SELECT s.id FROM changed c JOIN stay s ON s.horse_id = c.id)); RETURN NULL; END $$;
CREATE FUNCTION stamps_by_client() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN PERFORM stamp_stays(ARRAY(SELECT s.id FROM changed c JOIN horse h ON h.client_id = c.id JOIN stay s ON s.horse_id = h.id)); RETURN NULL; END $$;
-- Who evaluated a horse, rode it and helped stand in its record by name.
CREATE FUNCTION stamps_by_person() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN PERFORM stamp_stays(ARRAY(SELECT id FROM stay)); RETURN NULL; END $$;
CREATE TRIGGER stamps_renamed AFTER UPDATE ON person FOR EACH ROW WHEN (NEW.name IS DISTINCT FROM OLD.name) EXECUTE FUNCTION stamps_by_person();

DO $$
DECLARE
  here record;
BEGIN
  FOR here IN SELECT * FROM (VALUES
    ('stay', 'stamps_itself'), ('hold', 'stamps_by_stay'), ('card', 'stamps_by_stay'), ('evaluation', 'stamps_by_stay'), ('report', 'stamps_by_stay'),
    ('check_up', 'stamps_by_stay'), ('trial', 'stamps_by_stay'), ('weighing', 'stamps_by_stay'), ('measuring', 'stamps_by_stay'), ('kept_from', 'stamps_by_stay'),
    ('apart', 'stamps_both_stays'),
    ('card_revision', 'stamps_by_card'), ('card_first', 'stamps_by_card'), ('card_incident', 'stamps_by_card'), ('card_score', 'stamps_by_card'), ('card_sign', 'stamps_by_card'),
    ('judgement', 'stamps_by_evaluation'), ('evaluation_mark', 'stamps_by_evaluation'), ('evaluation_sign', 'stamps_by_evaluation'), ('evaluation_touch', 'stamps_by_evaluation'),
    ('report_issue', 'stamps_by_report'), ('horse', 'stamps_by_horse'), ('client', 'stamps_by_client'),
    ('plan', 'stamp_plans'), ('goal', 'stamp_plans'), ('forecast', 'stamp_plans')
  ) tables(name, how) LOOP
    EXECUTE format('CREATE TRIGGER stamps_new AFTER INSERT ON %I REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION %I()', here.name, here.how);
    EXECUTE format('CREATE TRIGGER stamps_now AFTER UPDATE ON %I REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION %I()', here.name, here.how);
    EXECUTE format('CREATE TRIGGER stamps_was AFTER UPDATE ON %I REFERENCING OLD TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION %I()', here.name, here.how);
    EXECUTE format('CREATE TRIGGER stamps_gone AFTER DELETE ON %I REFERENCING OLD TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION %I()', here.name, here.how);
  END LOOP;
END $$;

-- The barn's own row likewise. That the record moved on leaves it: it is written at the end of each write, and the row is a large one. A mark is never used twice.
ALTER TABLE barn ADD COLUMN stamp uuid NOT NULL DEFAULT gen_random_uuid();
CREATE FUNCTION stamp_barn() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN NEW.stamp := gen_random_uuid(); RETURN NEW; END $$;
CREATE TRIGGER stamps_barn BEFORE UPDATE ON barn FOR EACH ROW EXECUTE FUNCTION stamp_barn();

CREATE TABLE written (
  one  boolean PRIMARY KEY DEFAULT true CHECK (one),
  mark uuid NOT NULL DEFAULT gen_random_uuid()
) WITH (fillfactor = 10);
INSERT INTO written DEFAULT VALUES;
ALTER TABLE barn DROP COLUMN revision;
