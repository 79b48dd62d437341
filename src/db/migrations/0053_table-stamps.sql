-- What many pages read and few people write is kept in memory as rows of stays are (0047): each of these tables has a stamp, and whatever is written in it, by whom and how ever,
-- gives it a new one in the same transaction.
CREATE TABLE table_stamp (
  name  text PRIMARY KEY,
  stamp uuid NOT NULL DEFAULT gen_random_uuid()
) WITH (fillfactor = 10);

CREATE FUNCTION stamps_table() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN UPDATE table_stamp SET stamp = gen_random_uuid() WHERE name = TG_TABLE_NAME; RETURN NULL; END $$;

DO $$
DECLARE
  here text;
BEGIN
  FOREACH here IN ARRAY ARRAY['person', 'place', 'absence', 'weather', 'appointment', 'week_day', 'week_laid', 'jump_layout', 'skill_page', 'skill_taken'] LOOP
    INSERT INTO table_stamp (name) VALUES (here);
    EXECUTE format('CREATE TRIGGER stamps_table AFTER INSERT OR UPDATE OR DELETE OR TRUNCATE ON %I FOR EACH STATEMENT EXECUTE FUNCTION stamps_table()', here);
  END LOOP;
END $$;
