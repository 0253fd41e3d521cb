-- What the shop lets pass under the glass; the usual table while it has not said.
ALTER TABLE shop ADD COLUMN acceptance jsonb;
