-- Parts that are kept ready: what was there when they were counted last, and from how many on there are too few.
CREATE TABLE part (
  id         uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  name       text NOT NULL UNIQUE,
  -- What was counted, and all that jobs had used until then: what is left is this less all that they have used since the first.
  stocked    integer NOT NULL,
  reorder_at integer NOT NULL CHECK (reorder_at >= 0)
);

-- How many of each all jobs have used.
CREATE TABLE part_count (name text PRIMARY KEY, spent integer NOT NULL);
CREATE FUNCTION count_parts() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE sign integer := CASE TG_OP WHEN 'INSERT' THEN 1 ELSE -1 END;
BEGIN
  INSERT INTO part_count SELECT what, sign * sum(quantity)::integer FROM changed WHERE unit = 'piece' GROUP BY 1 ORDER BY 1
  ON CONFLICT (name) DO UPDATE SET spent = part_count.spent + excluded.spent;
  RETURN NULL;
END $$;
CREATE TRIGGER parts_added AFTER INSERT ON spent
  REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION count_parts();
CREATE TRIGGER parts_taken AFTER DELETE ON spent
  REFERENCING OLD TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION count_parts();
INSERT INTO part_count SELECT what, sum(quantity)::integer FROM spent WHERE unit = 'piece' GROUP BY 1;
