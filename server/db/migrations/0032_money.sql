-- What is charged above parts and time, and how much of what failures cost each repair bears.
ALTER TABLE shop
  ADD COLUMN margin_pct     double precision NOT NULL DEFAULT 0 CHECK (margin_pct BETWEEN 0 AND 1000),
  ADD COLUMN risk_share_pct double precision NOT NULL DEFAULT 0 CHECK (risk_share_pct BETWEEN 0 AND 100);

-- What a lot cost as it came, and what one of a part costs; null where nobody said. In the minor unit of the shop's currency.
ALTER TABLE lot ADD COLUMN cost_minor integer CHECK (cost_minor >= 0);
ALTER TABLE part ADD COLUMN cost_minor integer CHECK (cost_minor >= 0);

-- What a job took of parts at what each costs now, and of lots at what they cost; and of how many things nobody said what they cost.
CREATE FUNCTION parts_of(job uuid) RETURNS TABLE (minor integer, untold integer) LANGUAGE sql STABLE AS $$
  SELECT coalesce(round(sum(spent.quantity * part.cost_minor)), 0)::integer, (count(*) FILTER (WHERE part.cost_minor IS NULL))::integer
  FROM spent LEFT JOIN part ON part.name = spent.what
  WHERE spent.job_id = job AND spent.unit = 'piece'
$$;
CREATE FUNCTION lots_of(job uuid) RETURNS TABLE (minor integer, untold integer) LANGUAGE sql STABLE AS $$
  SELECT coalesce(round(sum(spent.quantity * lot.cost_minor / lot.quantity)), 0)::integer, (count(*) FILTER (WHERE lot.cost_minor IS NULL))::integer
  FROM spent
  LEFT JOIN lot ON lot.lot = spent.lot AND spent.unit = CASE lot.kind WHEN 'film' THEN 'sheet' WHEN 'tape' THEN 'mm' ELSE 'ml' END
  WHERE spent.job_id = job AND spent.unit <> 'piece'
$$;

-- What each finished job brought and what it took, written in the transaction of the move. `npm run rebuild -- --mend` works it out for jobs that
-- are there already.
CREATE TABLE job_money (
  job_id          uuid PRIMARY KEY REFERENCES job,
  ended_at        timestamptz NOT NULL,
  family          text NOT NULL,
  currency        text NOT NULL,
  charged_minor   integer NOT NULL,
  hours           double precision NOT NULL,
  -- An hour's price on that day.
  hour_minor      integer NOT NULL,
  parts_minor     integer NOT NULL,
  parts_untold    integer NOT NULL,
  lots_minor      integer NOT NULL,
  lots_untold     integer NOT NULL
);
CREATE INDEX job_money_newest ON job_money (ended_at DESC);

-- A lot whose cost is told later cost as much before.
CREATE FUNCTION lot_costs() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  UPDATE job_money AS m SET (lots_minor, lots_untold) = (SELECT minor, untold FROM lots_of(m.job_id))
  WHERE m.job_id IN (SELECT job_id FROM spent WHERE lot = NEW.lot);
  RETURN NULL;
END $$;
CREATE TRIGGER lot_costs AFTER INSERT OR UPDATE OF cost_minor ON lot FOR EACH ROW EXECUTE FUNCTION lot_costs();

-- The record of a job as it is asked for: with its code, as returned where its device came back, and of the people nobody. Kept beside it, so that
-- ten thousand are read as they stand.
ALTER TABLE job_record ADD COLUMN told text, ADD COLUMN technician text;
CREATE FUNCTION record_told(of uuid, content json) RETURNS text LANGUAGE sql STABLE AS $$
  SELECT ((content::jsonb - 'technician') || jsonb_build_object('code', job.code)
    || coalesce((SELECT jsonb_build_object('outcome', 'returned') || CASE back.returned_for WHEN '' THEN '{}' ELSE jsonb_build_object('cause', back.returned_for) END
                 FROM job AS back WHERE back.return_of = job.id ORDER BY back.opened_at LIMIT 1), '{}'))::text
  FROM job WHERE job.id = of
$$;
CREATE FUNCTION tell_record() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  NEW.told := record_told(NEW.job_id, NEW.content);
  NEW.technician := NEW.content->>'technician';
  RETURN NEW;
END $$;
CREATE TRIGGER tell_record BEFORE INSERT OR UPDATE OF content ON job_record FOR EACH ROW EXECUTE FUNCTION tell_record();
CREATE FUNCTION tell_return() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  UPDATE job_record SET told = record_told(job_id, content)
  WHERE job_id = NEW.return_of OR (TG_OP = 'UPDATE' AND job_id = OLD.return_of);
  RETURN NULL;
END $$;
CREATE TRIGGER tell_return_new AFTER INSERT ON job FOR EACH ROW WHEN (NEW.return_of IS NOT NULL) EXECUTE FUNCTION tell_return();
CREATE TRIGGER tell_return AFTER UPDATE OF return_of, returned_for ON job FOR EACH ROW EXECUTE FUNCTION tell_return();
UPDATE job_record SET told = record_told(job_id, content), technician = content->>'technician';
ALTER TABLE job_record ALTER COLUMN told SET NOT NULL;
