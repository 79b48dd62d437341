-- A sheet counts in quarter hours from five in the morning; until now it did in half hours from seven. Nothing moves, so nothing is checked or booked anew.
ALTER TABLE card DISABLE TRIGGER USER;
ALTER TABLE card DROP CONSTRAINT card_length_check, DROP CONSTRAINT card_start_check;
UPDATE card SET start = 2 * start + 8, length = 2 * length, then_from = 2 * then_from, helper_slots = 2 * helper_slots;
ALTER TABLE card
  ADD CONSTRAINT card_length_check CHECK (length BETWEEN 1 AND 16),
  ADD CONSTRAINT card_start_check CHECK (start BETWEEN 0 AND 63);
ALTER TABLE card ENABLE TRIGGER USER;
UPDATE booked SET slots = int4range(2 * lower(slots) + 8, 2 * upper(slots) + 8);
UPDATE change SET details = jsonb_set(details, '{start}', to_jsonb(2 * (details ->> 'start')::int + 8)) WHERE subject = 'day' AND details ? 'start';
UPDATE change SET details = jsonb_set(details, '{to,start}', to_jsonb(2 * (details #>> '{to,start}')::int + 8))
  WHERE subject = 'day' AND details #> '{to,start}' IS NOT NULL;

-- The barn says when its day begins and ends, and by what steps.
ALTER TABLE barn
  ADD COLUMN day_from smallint NOT NULL DEFAULT 420,
  ADD COLUMN day_to   smallint NOT NULL DEFAULT 1020,
  ADD COLUMN day_step smallint NOT NULL DEFAULT 30,
  ADD CONSTRAINT barn_day CHECK (day_from BETWEEN 300 AND 720 AND day_to BETWEEN 720 AND 1260 AND day_step BETWEEN 15 AND 30 AND day_step % 15 = 0
    AND day_from % 30 = 0 AND day_to % 30 = 0);
