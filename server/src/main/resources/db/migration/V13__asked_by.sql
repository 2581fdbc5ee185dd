-- Who asked for a job, so that nobody fills the queue for everybody. Null for what nobody asked for, and where nobody signs in.
ALTER TABLE job ADD COLUMN asked_by BIGINT;
CREATE INDEX job_asked_by ON job (asked_by, state);
