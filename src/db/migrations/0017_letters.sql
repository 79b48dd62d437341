-- A letter is claimed before it is sent and settled after, each in a transaction of its own. What became of one whose sender died, or whose mail server did not
-- answer, nobody knows: it waits for a person's word.
ALTER TABLE message
  DROP CONSTRAINT message_state_check,
  ADD CONSTRAINT message_state_check CHECK (state IN ('waiting', 'sending', 'unknown', 'sent', 'failed')),
  -- Whoever sends it has until then to say what became of it.
  ADD COLUMN lease_until timestamptz,
  ADD CHECK ((state = 'sending') = (lease_until IS NOT NULL));
CREATE INDEX message_sending ON message (lease_until) WHERE state = 'sending';
