-- The shelf of film: sheets, and the remnants that are left of them. A sheet that is cut up or thrown away stays on record.
CREATE TABLE film_cut (
  id      uuid PRIMARY KEY,
  who     text NOT NULL REFERENCES technician (key),
  at      timestamptz NOT NULL,
  -- What was asked for, as it came in: the same asked again changes nothing.
  content jsonb NOT NULL
);

CREATE TABLE film_sheet (
  id        uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  label     text NOT NULL UNIQUE,
  kind      text NOT NULL,
  width_mm  double precision NOT NULL,
  height_mm double precision NOT NULL,
  axis_deg  double precision NOT NULL,
  lot       text NOT NULL,
  -- What is left of a sheet; used up before a whole one is begun.
  remnant   boolean NOT NULL DEFAULT false,
  parent    uuid REFERENCES film_sheet,
  added_at  timestamptz NOT NULL DEFAULT now(),
  cut_by    uuid REFERENCES film_cut,
  gone_at   timestamptz
);
CREATE INDEX film_sheet_here ON film_sheet (label) WHERE cut_by IS NULL AND gone_at IS NULL;
