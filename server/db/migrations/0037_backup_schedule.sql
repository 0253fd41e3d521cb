-- When the database is backed up each day, and how many of the backups are kept.
ALTER TABLE shop
  ADD COLUMN backup_at text NOT NULL DEFAULT '02:30' CHECK (backup_at ~ '^([01][0-9]|2[0-3]):[0-5][0-9]$'),
  ADD COLUMN backup_keep integer NOT NULL DEFAULT 14 CHECK (backup_keep BETWEEN 1 AND 3650);
