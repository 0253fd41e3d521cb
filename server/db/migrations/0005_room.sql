-- The room that the shop works in, for what solvents put in its air. Assumed until the shop says otherwise.
ALTER TABLE shop
  ADD COLUMN room_m3           double precision NOT NULL DEFAULT 120,
  ADD COLUMN air_changes_per_h double precision NOT NULL DEFAULT 2,
  ADD COLUMN mixing            double precision NOT NULL DEFAULT 3;
