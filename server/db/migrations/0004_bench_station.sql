-- Plates differ: what a run has told holds for the station that it was run at. Null where the station was not named.
ALTER TABLE bench_fit ADD COLUMN station smallint;
