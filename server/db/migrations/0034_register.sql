-- How a customer is reached, and when they agreed that name and contact are kept; null where they were not asked or said no.
ALTER TABLE customer
  ADD COLUMN contact    text NOT NULL DEFAULT '' CHECK (length(contact) <= 200),
  ADD COLUMN consent_at timestamptz;
CREATE INDEX customer_name_words ON customer USING gin (lower(name) gin_trgm_ops);

-- The number that its owner knows a device by, and what came in with it.
ALTER TABLE job
  ADD COLUMN asset       text NOT NULL DEFAULT '' CHECK (length(asset) <= 80),
  ADD COLUMN accessories text NOT NULL DEFAULT '' CHECK (length(accessories) <= 300);
CREATE OR REPLACE FUNCTION ticket_of(of job) RETURNS text LANGUAGE sql STABLE AS $$
  SELECT lower(concat_ws(' ', '', of.code, of.serial, of.complaint,
    (SELECT name FROM customer WHERE id = of.customer_id),
    (SELECT code || ' ' || (content->>'name') FROM family WHERE id = of.family_id), nullif(of.asset, '')))
$$;
DROP TRIGGER job_ticket_changed ON job;
CREATE TRIGGER job_ticket_changed BEFORE UPDATE ON job
  FOR EACH ROW WHEN ((OLD.code, OLD.complaint, OLD.serial, OLD.customer_id, OLD.family_id, OLD.asset)
    IS DISTINCT FROM (NEW.code, NEW.complaint, NEW.serial, NEW.customer_id, NEW.family_id, NEW.asset))
  EXECUTE FUNCTION write_ticket();
