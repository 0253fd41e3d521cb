-- Backups that were made of this database, so that the shop can say when the last was.
CREATE TABLE backup_made (
  id      bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  made_at timestamptz NOT NULL,
  folder  text NOT NULL,
  rows    bigint NOT NULL CHECK (rows >= 0)
);
CREATE INDEX backup_made_last ON backup_made (made_at DESC);
