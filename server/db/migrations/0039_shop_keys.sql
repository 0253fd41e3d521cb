-- A shop makes itself a new key where the one before may have been seen: certificates from before are checked by it still, and nothing more is sealed by it.
ALTER TABLE shop_key ADD COLUMN retired_at timestamptz, ALTER COLUMN private_key DROP NOT NULL,
  ADD CHECK ((private_key IS NULL) = (retired_at IS NOT NULL));
DROP INDEX shop_key_one;
CREATE UNIQUE INDEX shop_key_one ON shop_key ((true)) WHERE retired_at IS NULL;
