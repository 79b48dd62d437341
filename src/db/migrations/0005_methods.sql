-- Methods of the barn's own, and answers that it changed of those that ship; what each stay says of how fast a horse learns here.

ALTER TABLE barn
  ADD COLUMN methods jsonb NOT NULL DEFAULT '[]',
  -- Log learning rate that a horse is taken to have before anything is seen of it.
  ADD COLUMN usual_rate double precision NOT NULL DEFAULT 0;

-- Log learning rate by this stay alone; null: told before it was kept.
ALTER TABLE forecast
  ADD COLUMN rate_mean double precision,
  ADD COLUMN rate_variance double precision CHECK (rate_variance > 0);
