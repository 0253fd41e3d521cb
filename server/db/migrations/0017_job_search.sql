-- Jobs are found by any word of what stands on the job's ticket: code, serial number, fault, customer, family.
CREATE EXTENSION IF NOT EXISTS pg_trgm;

-- Names of people stand beside the moves, never in them: moves cannot be changed.
CREATE TABLE customer (
  id   bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  name text NOT NULL UNIQUE CHECK (length(name) BETWEEN 1 AND 120)
);

ALTER TABLE job
  ADD COLUMN complaint   text NOT NULL DEFAULT '',
  ADD COLUMN serial      text NOT NULL DEFAULT '' CHECK (length(serial) <= 80),
  ADD COLUMN customer_id bigint REFERENCES customer,
  ADD COLUMN ticket      text NOT NULL DEFAULT '';

-- A blank goes before the first word too: short words are looked for as beginnings.
CREATE FUNCTION ticket_of(of job) RETURNS text LANGUAGE sql STABLE AS $$
  SELECT lower(concat_ws(' ', '', of.code, of.serial, of.complaint,
    (SELECT name FROM customer WHERE id = of.customer_id),
    (SELECT code || ' ' || (content->>'name') FROM family WHERE id = of.family_id)))
$$;
UPDATE job SET complaint = coalesce((SELECT data->>'complaint' FROM move WHERE job_id = job.id AND seq = 1), '');
UPDATE job SET ticket = ticket_of(job);

CREATE FUNCTION write_ticket() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  NEW.ticket := ticket_of(NEW);
  RETURN NEW;
END $$;
CREATE TRIGGER job_ticket_made BEFORE INSERT ON job FOR EACH ROW EXECUTE FUNCTION write_ticket();
-- A job's row is written with every press; its ticket only where something changes that stands on it.
CREATE TRIGGER job_ticket_changed BEFORE UPDATE ON job
  FOR EACH ROW WHEN ((OLD.code, OLD.complaint, OLD.serial, OLD.customer_id, OLD.family_id)
    IS DISTINCT FROM (NEW.code, NEW.complaint, NEW.serial, NEW.customer_id, NEW.family_id))
  EXECUTE FUNCTION write_ticket();

CREATE INDEX job_ticket_words ON job USING gin (ticket gin_trgm_ops);
DROP INDEX job_code_prefix;
CREATE INDEX job_by_family ON job (family_id, opened_at DESC);
CREATE INDEX job_by_customer ON job (customer_id) WHERE customer_id IS NOT NULL;
-- Jobs of all versions, as lists show them.
CREATE VIEW any_job AS
  SELECT id, code, family_id, route, opened_at, ended_at, outcome, due_at, complaint, serial, customer_id, ticket, false AS is_first_version
  FROM job
  UNION ALL
  SELECT id, code, family_id, route, opened_at, ended_at, outcome, NULL::timestamptz, ''::text, ''::text, NULL::bigint, ' ' || lower(code), true
  FROM job_v1;
