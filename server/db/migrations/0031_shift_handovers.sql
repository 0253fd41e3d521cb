-- What stood on the bench when a shift was handed over, by whom, and who has read it since.
CREATE TABLE shift_handover (
  id       uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  at       timestamptz NOT NULL DEFAULT now(),
  who      text NOT NULL REFERENCES technician (key),
  note     text NOT NULL,
  content  jsonb NOT NULL,
  taken_by text REFERENCES technician (key),
  taken_at timestamptz,
  CHECK ((taken_by IS NULL) = (taken_at IS NULL)),
  CHECK (taken_by <> who)
);
CREATE INDEX shift_handover_at ON shift_handover (at DESC);
