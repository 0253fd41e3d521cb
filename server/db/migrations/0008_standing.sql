-- Whether an event counts: nobody has taken it back, or that was taken back too, however often.
CREATE FUNCTION event_stands(event uuid) RETURNS boolean LANGUAGE sql STABLE AS $$
  SELECT NOT EXISTS (
    SELECT 1 FROM job_event undo
    WHERE undo.kind = 'undone' AND undo.data->>'event' = event::text AND event_stands(undo.id)
  )
$$;
