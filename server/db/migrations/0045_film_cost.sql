-- How much of a whole sheet a job's film used up: what was cut away for it, its share of the waste included, but not what came back to the shelf.
-- Null where nobody knows how large a whole sheet of it was.
CREATE TABLE film_use (
  job_id   uuid NOT NULL REFERENCES job,
  film     text NOT NULL,
  cut_id   uuid NOT NULL REFERENCES film_cut,
  sheets   double precision CHECK (sheets > 0),
  PRIMARY KEY (job_id, film, cut_id)
);

-- How large the sheet was that a sheet is left of, mm2. A remnant that came as one is of a sheet as large as the largest whole one of its lot.
CREATE FUNCTION whole_sheet_mm2(of uuid) RETURNS double precision LANGUAGE sql STABLE AS $$
  WITH RECURSIVE up AS (
    SELECT id, parent, lot, remnant, width_mm * height_mm AS mm2 FROM film_sheet WHERE id = of
    UNION ALL
    SELECT s.id, s.parent, s.lot, s.remnant, s.width_mm * s.height_mm FROM film_sheet AS s JOIN up ON s.id = up.parent
  )
  SELECT CASE WHEN up.remnant THEN (SELECT max(width_mm * height_mm) FROM film_sheet WHERE film_sheet.lot = up.lot AND NOT remnant) ELSE up.mm2 END
  FROM up WHERE up.parent IS NULL
$$;

INSERT INTO film_use (job_id, film, cut_id, sheets)
SELECT job.id, piece.film, cut.id,
       (sheet.width_mm * sheet.height_mm - coalesce((SELECT sum(width_mm * height_mm) FROM film_sheet AS kept WHERE kept.parent = sheet.id), 0))
         * piece.mm2 / sum(piece.mm2) OVER (PARTITION BY cut.id, sheet.id) / whole_sheet_mm2(sheet.id)
FROM film_cut AS cut
  CROSS JOIN LATERAL jsonb_array_elements(cut.content->'sheets') AS used
  JOIN film_sheet AS sheet ON sheet.id = (used->>'sheet')::uuid
  CROSS JOIN LATERAL (
    SELECT one->>'job' AS job, one->>'film' AS film, (one->>'widthMm')::float8 * (one->>'heightMm')::float8 AS mm2
    FROM jsonb_array_elements(used->'pieces') AS one
  ) AS piece
  JOIN job ON job.code = piece.job
ON CONFLICT DO NOTHING;

CREATE OR REPLACE FUNCTION parts_of(job uuid) RETURNS TABLE (minor integer, untold integer) LANGUAGE sql STABLE AS $$
  SELECT coalesce(round(sum(spent.quantity * part.cost_minor)), 0)::integer, (count(*) FILTER (WHERE part.cost_minor IS NULL))::integer
  FROM spent LEFT JOIN part ON part.name = spent.what
  WHERE spent.job_id = job AND spent.unit = 'piece' AND spent.what NOT LIKE 'polarizer film, %'
$$;
CREATE OR REPLACE FUNCTION lots_of(job uuid) RETURNS TABLE (minor integer, untold integer) LANGUAGE sql STABLE AS $$
  SELECT coalesce(round(sum(taken.quantity * lot.cost_minor / lot.quantity)), 0)::integer,
         (count(*) FILTER (WHERE lot.cost_minor IS NULL OR taken.quantity IS NULL))::integer
  FROM (
    SELECT lot, unit, quantity FROM spent WHERE job_id = job AND unit <> 'piece'
    UNION ALL
    SELECT lot, 'sheet', (SELECT film_use.sheets FROM film_use JOIN film_cut ON film_cut.id = film_use.cut_id
                          WHERE film_use.job_id = spent.job_id AND spent.what = 'polarizer film, ' || film_use.film
                          ORDER BY film_cut.at DESC LIMIT 1)
    FROM spent WHERE job_id = job AND unit = 'piece' AND what LIKE 'polarizer film, %'
  ) AS taken
  LEFT JOIN lot ON lot.lot = taken.lot AND taken.unit = CASE lot.kind WHEN 'film' THEN 'sheet' WHEN 'tape' THEN 'mm' ELSE 'ml' END
$$;

UPDATE job_money AS m SET
  (parts_minor, parts_untold) = (SELECT minor, untold FROM parts_of(m.job_id)),
  (lots_minor, lots_untold) = (SELECT minor, untold FROM lots_of(m.job_id))
WHERE m.job_id IN (SELECT job_id FROM spent WHERE unit = 'piece' AND what LIKE 'polarizer film, %');
