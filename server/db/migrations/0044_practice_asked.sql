-- Whether that much practice is asked for before a technician does by themselves what it is about.
ALTER TABLE shop ADD COLUMN practice_asked boolean NOT NULL DEFAULT false,
  ADD CONSTRAINT practice_asked_with_limit CHECK (NOT practice_asked OR practice_limit_pct IS NOT NULL);
