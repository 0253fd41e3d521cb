-- What the lamp was first read at on a day, and how long it had been on that day by then: kept with the day's sum, so that ten years of a lamp
-- are told without looking its readings up.

ALTER TABLE lamp_day
  ADD COLUMN first_at    timestamptz,
  ADD COLUMN first_value double precision,
  ADD COLUMN first_after double precision;

CREATE VIEW lamp_day_counted AS
  SELECT day, coalesce(burnt.seconds, 0) AS seconds, first.at AS first_at, first.value AS first_value,
    CASE WHEN first.at IS NOT NULL THEN
      (SELECT coalesce(sum(e.seconds), 0) FROM lamp_exposure AS e WHERE e.at >= day::timestamp AT TIME ZONE 'UTC' AND e.at <= first.at)
    END AS first_after
  FROM (SELECT (at AT TIME ZONE 'UTC')::date AS day, sum(seconds) AS seconds FROM lamp_exposure GROUP BY 1) AS burnt
  FULL JOIN (
    SELECT DISTINCT ON ((at AT TIME ZONE 'UTC')::date) (at AT TIME ZONE 'UTC')::date AS day, at, value
    FROM reading WHERE quantity = 'irradiance' ORDER BY (at AT TIME ZONE 'UTC')::date, at, value
  ) AS first USING (day);

CREATE FUNCTION note_first_readings(days date[]) RETURNS void LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO lamp_day (day, seconds) SELECT DISTINCT of, 0 FROM unnest(days) AS of ORDER BY of ON CONFLICT (day) DO NOTHING;
  -- The days are held before anything is looked up: whoever comes second sees what the first wrote.
  PERFORM 1 FROM lamp_day WHERE day = ANY (days) ORDER BY day FOR UPDATE;
  UPDATE lamp_day SET (first_at, first_value) = (
    SELECT at, value FROM reading
    WHERE quantity = 'irradiance' AND at >= day::timestamp AT TIME ZONE 'UTC' AND at < (day + 1)::timestamp AT TIME ZONE 'UTC'
    ORDER BY at, value LIMIT 1
  ) WHERE day = ANY (days);
  UPDATE lamp_day SET first_after = CASE WHEN first_at IS NOT NULL THEN
      (SELECT coalesce(sum(e.seconds), 0) FROM lamp_exposure AS e WHERE e.at >= day::timestamp AT TIME ZONE 'UTC' AND e.at <= first_at)
    END
  WHERE day = ANY (days);
END $$;

CREATE FUNCTION days_read() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE days date[] := (SELECT array_agg(DISTINCT (at AT TIME ZONE 'UTC')::date) FROM changed WHERE quantity = 'irradiance');
BEGIN
  IF days IS NOT NULL THEN PERFORM note_first_readings(days); END IF;
  RETURN NULL;
END $$;
CREATE TRIGGER days_read_added AFTER INSERT ON reading
  REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION days_read();
CREATE TRIGGER days_read_taken AFTER DELETE ON reading
  REFERENCING OLD TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION days_read();

CREATE OR REPLACE FUNCTION add_lamp_days() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO lamp_day (day, seconds)
  SELECT (at AT TIME ZONE 'UTC')::date, sum(seconds) FROM added GROUP BY 1 ORDER BY 1
  ON CONFLICT (day) DO UPDATE SET seconds = lamp_day.seconds + excluded.seconds;
  PERFORM note_first_readings(array_agg((at AT TIME ZONE 'UTC')::date)) FROM added HAVING count(*) > 0;
  RETURN NULL;
END $$;
CREATE OR REPLACE FUNCTION take_lamp_days() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  UPDATE lamp_day SET seconds = lamp_day.seconds - less.seconds
  FROM (SELECT (at AT TIME ZONE 'UTC')::date AS day, sum(seconds) AS seconds FROM gone GROUP BY 1) AS less
  WHERE lamp_day.day = less.day;
  PERFORM note_first_readings(array_agg((at AT TIME ZONE 'UTC')::date)) FROM gone HAVING count(*) > 0;
  RETURN NULL;
END $$;

DELETE FROM lamp_day;
INSERT INTO lamp_day (day, seconds, first_at, first_value, first_after)
SELECT day, seconds, first_at, first_value, first_after FROM lamp_day_counted;
