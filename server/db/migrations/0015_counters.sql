-- What lists and figures need of all jobs together, kept in the transaction of the move, so that it is told as quickly after years.

-- How the finished jobs of a family went, by the route that was tried.
CREATE TABLE past_job_count (
  family text NOT NULL,
  route  text NOT NULL,
  tries  integer NOT NULL,
  wins   integer NOT NULL,
  PRIMARY KEY (family, route)
);

-- A route has won where the job ended on it repaired; an assembly counts as tried wherever a job ended on it.
CREATE FUNCTION count_past_job(of job, sign integer) RETURNS void LANGUAGE sql AS $$
  INSERT INTO past_job_count (family, route, tries, wins)
  SELECT family.code, tried.route, sign, CASE WHEN of.route = tried.route AND of.outcome = 'repaired' THEN sign ELSE 0 END
  FROM (SELECT of.tried_route AS route UNION SELECT of.route WHERE of.route = 'assembly') AS tried, family
  WHERE family.id = of.family_id AND of.ended_at IS NOT NULL AND of.tried_route IS NOT NULL
  ORDER BY 2
  ON CONFLICT (family, route) DO UPDATE
    SET tries = past_job_count.tries + excluded.tries, wins = past_job_count.wins + excluded.wins
$$;
CREATE FUNCTION count_past_jobs() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP <> 'INSERT' THEN PERFORM count_past_job(OLD, -1); END IF;
  IF TG_OP <> 'DELETE' THEN PERFORM count_past_job(NEW, 1); END IF;
  RETURN NULL;
END $$;
CREATE TRIGGER past_job_added AFTER INSERT ON job
  FOR EACH ROW WHEN (NEW.ended_at IS NOT NULL) EXECUTE FUNCTION count_past_jobs();
CREATE TRIGGER past_job_taken AFTER DELETE ON job
  FOR EACH ROW WHEN (OLD.ended_at IS NOT NULL) EXECUTE FUNCTION count_past_jobs();
CREATE TRIGGER past_job_changed AFTER UPDATE ON job
  FOR EACH ROW WHEN ((OLD.ended_at, OLD.route, OLD.outcome, OLD.tried_route, OLD.family_id)
    IS DISTINCT FROM (NEW.ended_at, NEW.route, NEW.outcome, NEW.tried_route, NEW.family_id))
  EXECUTE FUNCTION count_past_jobs();

-- How good the look through photos was: each look that stands, what it called by kind, and what all come to.
CREATE TABLE look (
  move_id uuid PRIMARY KEY REFERENCES move,
  job_id  uuid NOT NULL REFERENCES job,
  source  text NOT NULL,
  planted integer NOT NULL,
  hits    integer NOT NULL
);
CREATE INDEX look_by_job ON look (job_id);
CREATE TABLE look_call (
  move_id   uuid NOT NULL REFERENCES look ON DELETE CASCADE,
  kind      text NOT NULL,
  source    text NOT NULL,
  called    integer NOT NULL,
  overruled integer NOT NULL,
  PRIMARY KEY (move_id, kind)
);
CREATE TABLE look_count (source text PRIMARY KEY, looks integer NOT NULL, planted integer NOT NULL, hits integer NOT NULL);
CREATE TABLE look_call_count (
  source    text NOT NULL,
  kind      text NOT NULL,
  called    integer NOT NULL,
  overruled integer NOT NULL,
  PRIMARY KEY (source, kind)
);
CREATE FUNCTION count_looks() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE sign integer := CASE TG_OP WHEN 'INSERT' THEN 1 ELSE -1 END;
BEGIN
  INSERT INTO look_count SELECT source, sign * count(*), sign * sum(planted), sign * sum(hits) FROM changed GROUP BY 1 ORDER BY 1
  ON CONFLICT (source) DO UPDATE SET looks = look_count.looks + excluded.looks,
    planted = look_count.planted + excluded.planted, hits = look_count.hits + excluded.hits;
  RETURN NULL;
END $$;
CREATE TRIGGER look_added AFTER INSERT ON look
  REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION count_looks();
CREATE TRIGGER look_taken AFTER DELETE ON look
  REFERENCING OLD TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION count_looks();
CREATE FUNCTION count_look_calls() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE sign integer := CASE TG_OP WHEN 'INSERT' THEN 1 ELSE -1 END;
BEGIN
  INSERT INTO look_call_count SELECT source, kind, sign * sum(called), sign * sum(overruled) FROM changed GROUP BY 1, 2 ORDER BY 1, 2
  ON CONFLICT (source, kind) DO UPDATE SET called = look_call_count.called + excluded.called,
    overruled = look_call_count.overruled + excluded.overruled;
  RETURN NULL;
END $$;
CREATE TRIGGER look_call_added AFTER INSERT ON look_call
  REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION count_look_calls();
CREATE TRIGGER look_call_taken AFTER DELETE ON look_call
  REFERENCING OLD TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION count_look_calls();

-- What all jobs have used of a lot. Decimal, so that what is added and taken off again leaves nothing behind.
CREATE TABLE lot_count (lot text PRIMARY KEY, spent numeric NOT NULL);
CREATE FUNCTION count_spent() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE sign integer := CASE TG_OP WHEN 'INSERT' THEN 1 ELSE -1 END;
BEGIN
  INSERT INTO lot_count SELECT lot, sign * sum(quantity::numeric) FROM changed WHERE lot IS NOT NULL GROUP BY 1 ORDER BY 1
  ON CONFLICT (lot) DO UPDATE SET spent = lot_count.spent + excluded.spent;
  RETURN NULL;
END $$;
CREATE TRIGGER spent_added AFTER INSERT ON spent
  REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION count_spent();
CREATE TRIGGER spent_taken AFTER DELETE ON spent
  REFERENCING OLD TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION count_spent();

-- What is there already.
SELECT count_past_job(job, 1) FROM job;
INSERT INTO lot_count SELECT lot, sum(quantity::numeric) FROM spent WHERE lot IS NOT NULL GROUP BY 1;
INSERT INTO look (move_id, job_id, source, planted, hits)
SELECT id, job_id, data->>'source', coalesce((data->'truth'->>'planted')::int, 0), coalesce((data->'truth'->>'found')::int, 0)
FROM standing_move WHERE kind = 'photo-inspected';
INSERT INTO look_call (move_id, kind, source, called, overruled)
SELECT m.id, defect->>'kind', m.data->>'source', count(*), count(*) FILTER (WHERE (defect->>'overruled')::boolean)
FROM standing_move AS m, jsonb_array_elements(m.data->'defects') AS defect
WHERE m.kind = 'photo-inspected' GROUP BY 1, 2, 3;

-- Found by their index however many there are.
CREATE INDEX job_opened ON job (opened_at DESC);
CREATE INDEX job_number ON job (split_part(code, '-', 1), (split_part(code, '-', 2)::bigint)) WHERE code ~ '^[A-Z]+-[0-9]{1,9}$';
CREATE INDEX move_lot_taken ON move ((data->>'lot')) WHERE kind = 'lot-taken';
CREATE INDEX move_wedge_read ON move ((data->>'glue'), received_at DESC) WHERE kind = 'wedge-read';
CREATE INDEX move_stack_found ON move (job_id) WHERE kind = 'stack-found';
