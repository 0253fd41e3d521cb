-- What is used up at the bench: adhesive, film, tape, solvent. How much is left follows from what jobs have spent.
CREATE TABLE lot (
  id         uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  kind       text NOT NULL,
  lot        text NOT NULL,
  material   text NOT NULL,
  expires_on date,
  opened_on  date,
  open_days  integer,
  quantity   double precision NOT NULL,
  added_at   timestamptz NOT NULL DEFAULT now(),
  gone_at    timestamptz,
  UNIQUE (lot)
);
CREATE INDEX job_event_spent_by_lot ON job_event ((data->>'lot')) WHERE kind IN ('part-spent', 'solvent-chosen');
CREATE INDEX job_event_undone ON job_event ((data->>'event')) WHERE kind = 'undone';

-- Patterns of liquid that the shop keeps with a family, whatever its version.
CREATE TABLE family_pattern (
  family_code text NOT NULL,
  name        text NOT NULL,
  pieces      jsonb NOT NULL,
  kept_at     timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (family_code, name)
);

-- A new lamp: what was read before says nothing of it.
CREATE TABLE lamp_change (
  id  uuid PRIMARY KEY,
  at  timestamptz NOT NULL,
  who text NOT NULL REFERENCES technician (key)
);
