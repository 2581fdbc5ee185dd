-- Which entry of the journal dropped this one, null while it can be in force: with it every state that
-- the journal ever had is named by one number, that of its last entry.
ALTER TABLE journal_entry ADD COLUMN dropped_by BIGINT;
-- [jooq ignore start]
UPDATE journal_entry e
JOIN (
  SELECT gone.id, MIN(later.id) AS dropped_by
  FROM journal_entry gone
  JOIN journal_entry later
    ON later.asset_id = gone.asset_id AND later.id > gone.id AND later.ordinal <= gone.ordinal
  WHERE gone.is_dropped
  GROUP BY gone.id
) found ON found.id = e.id
SET e.dropped_by = found.dropped_by;
-- [jooq ignore stop]
ALTER TABLE journal_entry DROP COLUMN is_dropped;

-- The last entry that was in force when a bake was asked for; 0 for none. The position alone does not
-- tell: what lies at it changes by undo and a new claim.
ALTER TABLE bake ADD COLUMN journal_entry_id BIGINT NOT NULL DEFAULT 0;
-- [jooq ignore start]
UPDATE bake b SET b.journal_entry_id = COALESCE(
  (SELECT MAX(e.id) FROM journal_entry e
   WHERE e.asset_id = b.asset_id AND e.ordinal = b.journal_position AND e.created_at <= b.created_at), 0);
-- [jooq ignore stop]
ALTER TABLE bake DROP COLUMN journal_position;

-- Work that runs as a job, whatever its kind: where it stands, how often it was begun and how often its
-- process died under it.
CREATE TABLE job (
  kind VARCHAR(20) NOT NULL,
  subject_id BIGINT NOT NULL,
  state VARCHAR(10) NOT NULL,
  doing VARCHAR(200) NOT NULL,
  share DOUBLE NOT NULL,
  seconds_left DOUBLE,
  problem VARCHAR(2000),
  attempts INT NOT NULL,
  deaths INT NOT NULL,
  is_cancelled BOOLEAN NOT NULL,
  PRIMARY KEY (kind, subject_id)
);

-- [jooq ignore start]
INSERT INTO job (kind, subject_id, state, doing, share, seconds_left, problem, attempts, deaths, is_cancelled)
SELECT 'bake-sheet', s.id, s.state, s.doing, s.share, s.seconds_left, s.problem, 0, 0, b.is_cancelled
FROM bake_sheet s JOIN bake b ON b.id = s.bake_id;
INSERT INTO job (kind, subject_id, state, doing, share, problem, attempts, deaths, is_cancelled)
SELECT 'lay-out', id, state, doing, share, problem, 0, 0, is_cancelled FROM uv_layout;
INSERT INTO job (kind, subject_id, state, doing, share, problem, attempts, deaths, is_cancelled)
SELECT 'pack-handoff', id, state, doing, share, problem, 0, 0, FALSE FROM handoff;
INSERT INTO job (kind, subject_id, state, doing, share, attempts, deaths, is_cancelled)
SELECT 'read-revision', id, 'waiting', 'waiting', 0, 0, 0, FALSE FROM revision WHERE state = 'reading';
INSERT INTO job (kind, subject_id, state, doing, share, attempts, deaths, is_cancelled)
SELECT task_name, CAST(task_instance AS SIGNED), 'waiting', 'waiting', 0, 0, 0, FALSE
FROM scheduled_tasks WHERE task_name = 'find-hidden';
-- [jooq ignore stop]

ALTER TABLE bake_sheet DROP COLUMN state;
ALTER TABLE bake_sheet DROP COLUMN doing;
ALTER TABLE bake_sheet DROP COLUMN share;
ALTER TABLE bake_sheet DROP COLUMN seconds_left;
ALTER TABLE bake_sheet DROP COLUMN problem;
ALTER TABLE bake DROP COLUMN is_cancelled;
ALTER TABLE uv_layout DROP COLUMN state;
ALTER TABLE uv_layout DROP COLUMN doing;
ALTER TABLE uv_layout DROP COLUMN share;
ALTER TABLE uv_layout DROP COLUMN problem;
ALTER TABLE uv_layout DROP COLUMN is_cancelled;
ALTER TABLE handoff DROP COLUMN state;
ALTER TABLE handoff DROP COLUMN doing;
ALTER TABLE handoff DROP COLUMN share;
ALTER TABLE handoff DROP COLUMN problem;

-- Why the last sending brought no receipt.
ALTER TABLE handoff ADD COLUMN receiver_problem VARCHAR(2000);

-- Names come from files: they differ by case, and are as long as files' names are.
-- [jooq ignore start]
ALTER TABLE bake_sheet MODIFY COLUMN name VARCHAR(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
ALTER TABLE revision_file MODIFY COLUMN name VARCHAR(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
-- [jooq ignore stop]

-- Reports count what a longer ray decided; of earlier bakes none did.
-- [jooq ignore start]
UPDATE bake_sheet SET report = REPLACE(report, '"fallback":', '"farther":0,"fallback":')
WHERE report IS NOT NULL;
-- [jooq ignore stop]

-- A model's findings are those of a bake: one shape for both.
-- [jooq ignore start]
UPDATE revision SET inspection =
  REPLACE(REPLACE(REPLACE(REPLACE(REPLACE(REPLACE(inspection,
    '"code":', '"kind":'),
    '"isHarmless":true', '"severity":"harmless"'),
    '"isHarmless":false', '"severity":"warning"'),
    '"what":', '"text":'),
    '"where":', '"place":'),
    '"cure":', '"cures":[],"cure":')
WHERE inspection IS NOT NULL;
-- [jooq ignore stop]
