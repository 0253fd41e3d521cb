-- How sure, in percent, somebody has to be in an exercise to be ready for the bench by it; none where no lead has said so.
ALTER TABLE shop ADD COLUMN practice_limit_pct smallint CHECK (practice_limit_pct BETWEEN 1 AND 99);
