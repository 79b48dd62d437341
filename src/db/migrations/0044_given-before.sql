-- A term that ran already when it was entered: sessions counted on paper, and the first day of the record here, before which they were given.
ALTER TABLE stay
  ADD COLUMN given_before smallint NOT NULL DEFAULT 0 CHECK (given_before BETWEEN 0 AND 120),
  ADD COLUMN given_until date,
  ADD CHECK (given_before = 0 OR given_until IS NOT NULL);
