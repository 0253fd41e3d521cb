-- How many jobs of a customer there are, kept with them; the newest, and those that are open, by an index each.
CREATE TABLE customer_count (
  customer_id bigint PRIMARY KEY REFERENCES customer ON DELETE CASCADE,
  jobs        integer NOT NULL
);
CREATE FUNCTION count_customer_jobs() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP <> 'INSERT' AND OLD.customer_id IS NOT NULL THEN
    UPDATE customer_count SET jobs = jobs - 1 WHERE customer_id = OLD.customer_id;
  END IF;
  IF TG_OP <> 'DELETE' AND NEW.customer_id IS NOT NULL THEN
    INSERT INTO customer_count AS c VALUES (NEW.customer_id, 1) ON CONFLICT (customer_id) DO UPDATE SET jobs = c.jobs + 1;
  END IF;
  RETURN NULL;
END $$;
CREATE TRIGGER customer_job_added AFTER INSERT ON job
  FOR EACH ROW WHEN (NEW.customer_id IS NOT NULL) EXECUTE FUNCTION count_customer_jobs();
CREATE TRIGGER customer_job_taken AFTER DELETE ON job
  FOR EACH ROW WHEN (OLD.customer_id IS NOT NULL) EXECUTE FUNCTION count_customer_jobs();
CREATE TRIGGER customer_job_changed AFTER UPDATE ON job
  FOR EACH ROW WHEN (OLD.customer_id IS DISTINCT FROM NEW.customer_id) EXECUTE FUNCTION count_customer_jobs();
INSERT INTO customer_count SELECT customer_id, count(*) FROM job WHERE customer_id IS NOT NULL GROUP BY 1;

DROP INDEX job_by_customer;
CREATE INDEX job_by_customer ON job (customer_id, opened_at DESC) WHERE customer_id IS NOT NULL;
CREATE INDEX job_open_by_customer ON job (customer_id) WHERE ended_at IS NULL AND customer_id IS NOT NULL;
