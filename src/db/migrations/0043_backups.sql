-- Backups that were made of this barn, and whether each could be read back; and what a barn is: the demo, or somebody's own, with the steps of its first start.
CREATE TABLE backup (
  id        uuid PRIMARY KEY,
  at        timestamptz NOT NULL,
  -- Where it lies on the machine that made it; empty: it came to nothing.
  file      text NOT NULL,
  bytes     bigint NOT NULL CHECK (bytes >= 0),
  -- When it was read back into a database of its own and compared; null: not yet, or it could not be.
  tried_at  timestamptz,
  -- Empty: nothing went wrong.
  problem   text NOT NULL DEFAULT ''
);
CREATE INDEX backup_by_time ON backup (at DESC);

ALTER TABLE barn
  ADD COLUMN demo boolean NOT NULL DEFAULT false,
  ADD COLUMN begun_on date,
  -- Steps of the first start that the manager has looked at.
  ADD COLUMN start_steps text[] NOT NULL DEFAULT '{}';
-- Every barn so far was made by the demo or by a test.
UPDATE barn SET demo = EXISTS (SELECT FROM person WHERE sign_in = 'odalys') AND name = 'Quillfern Farm';
