-- The figures of invoices, as they stood when each was made; numbered in the shop's own series, without a gap.
ALTER TABLE shop
  ADD COLUMN invoice_prefix text NOT NULL DEFAULT '',
  ADD COLUMN invoice_next   integer NOT NULL DEFAULT 1 CHECK (invoice_next >= 1),
  ADD COLUMN tax_pct        double precision NOT NULL DEFAULT 0 CHECK (tax_pct BETWEEN 0 AND 100);
CREATE TABLE invoice (
  number  text PRIMARY KEY,
  job_id  uuid NOT NULL UNIQUE REFERENCES job,
  who     text NOT NULL REFERENCES technician,
  content jsonb NOT NULL
);
