-- What went on cloths in the last hours is asked for with each job: found by when it was told.
CREATE INDEX move_solvent_chosen ON move (received_at DESC) WHERE kind = 'solvent-chosen';
