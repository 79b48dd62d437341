-- What a horse was sent for: when it comes, and what brings it on, as an incident has it.
ALTER TABLE stay ADD COLUMN complaint_during text[] NOT NULL DEFAULT '{}', ADD COLUMN complaint_led_by text[] NOT NULL DEFAULT '{}';
