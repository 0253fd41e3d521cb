-- What the shop has and when it works, for the plan of the day; as usual until it says otherwise.
ALTER TABLE shop ADD COLUMN bench jsonb;
