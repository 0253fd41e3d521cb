-- How long the lamp was on: each exposure, and what a day came to, kept in the transaction of the move. Follows the moves that stand.

CREATE TABLE lamp_exposure (
  move_id uuid PRIMARY KEY REFERENCES move,
  job_id  uuid NOT NULL REFERENCES job,
  at      timestamptz NOT NULL,
  seconds double precision NOT NULL
);
CREATE INDEX lamp_exposure_by_job ON lamp_exposure (job_id);
CREATE INDEX lamp_exposure_by_time ON lamp_exposure (at);

CREATE TABLE lamp_day (
  day     date PRIMARY KEY,
  seconds double precision NOT NULL
);

-- By statement, not by row: a day's row is written once however many exposures come at a time.
CREATE FUNCTION add_lamp_days() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO lamp_day (day, seconds)
  SELECT (at AT TIME ZONE 'UTC')::date, sum(seconds) FROM added GROUP BY 1 ORDER BY 1
  ON CONFLICT (day) DO UPDATE SET seconds = lamp_day.seconds + excluded.seconds;
  RETURN NULL;
END $$;
CREATE FUNCTION take_lamp_days() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  UPDATE lamp_day SET seconds = lamp_day.seconds - less.seconds
  FROM (SELECT (at AT TIME ZONE 'UTC')::date AS day, sum(seconds) AS seconds FROM gone GROUP BY 1) AS less
  WHERE lamp_day.day = less.day;
  RETURN NULL;
END $$;
CREATE TRIGGER lamp_day_added AFTER INSERT ON lamp_exposure
  REFERENCING NEW TABLE AS added FOR EACH STATEMENT EXECUTE FUNCTION add_lamp_days();
CREATE TRIGGER lamp_day_taken AFTER DELETE ON lamp_exposure
  REFERENCING OLD TABLE AS gone FOR EACH STATEMENT EXECUTE FUNCTION take_lamp_days();

INSERT INTO lamp_exposure (move_id, job_id, at, seconds)
SELECT id, job_id, at, s
FROM (SELECT id, job_id, kind, received_at AS at,
             extract(epoch FROM received_at - lag(received_at) OVER (PARTITION BY job_id ORDER BY seq))::float8 AS s
      FROM standing_move WHERE kind IN ('lamp-on', 'lamp-off')) AS turns
WHERE kind = 'lamp-off' AND s IS NOT NULL;
