-- How sure, in percent, somebody has to be in an exercise to be ready for the bench by it; none where no lead has said so.
ALTER TABLE shop ADD COLUMN practice_limit_pct smallint CHECK (practice_limit_pct BETWEEN 1 AND 99);
-- Of each person, exercise and level the last few are asked for.
DROP INDEX practice_attempt_person;
CREATE INDEX practice_attempt_last ON practice_attempt (person, exercise, level, at DESC);
