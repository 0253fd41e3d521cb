-- Wedge readings are asked for by glue, over all jobs.
CREATE INDEX job_event_wedge_by_glue ON job_event ((data->>'glue')) WHERE kind = 'wedge-read';
