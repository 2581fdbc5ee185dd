-- Uploads, baked maps and packages, content-addressed and cut into chunks, so that every worker
-- reaches them and none is ever whole in memory.
CREATE TABLE stored_blob (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  sha256 CHAR(64) NOT NULL UNIQUE,
  byte_count BIGINT NOT NULL,
  created_at DATETIME(6) NOT NULL
);

CREATE TABLE stored_blob_chunk (
  blob_id BIGINT NOT NULL,
  ordinal INT NOT NULL,
  data LONGBLOB NOT NULL,
  PRIMARY KEY (blob_id, ordinal),
  FOREIGN KEY (blob_id) REFERENCES stored_blob (id)
);

CREATE TABLE asset (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  name VARCHAR(120) NOT NULL,
  -- Number of journal entries that are in force; undo and redo move it.
  journal_position INT NOT NULL,
  created_at DATETIME(6) NOT NULL
);

CREATE TABLE material_group (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  asset_id BIGINT NOT NULL,
  number INT NOT NULL,
  name VARCHAR(80) NOT NULL,
  color INT NOT NULL,
  keywords VARCHAR(2000) NOT NULL,
  base_color INT NOT NULL,
  roughness DOUBLE NOT NULL,
  metalness DOUBLE NOT NULL,
  version INT NOT NULL,
  UNIQUE (asset_id, number),
  FOREIGN KEY (asset_id) REFERENCES asset (id)
);

-- One imported state of a target or a source.
CREATE TABLE revision (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  asset_id BIGINT NOT NULL,
  role VARCHAR(10) NOT NULL,
  label VARCHAR(10) NOT NULL,
  file_name VARCHAR(255) NOT NULL,
  state VARCHAR(10) NOT NULL,
  problem VARCHAR(2000),
  inspection LONGTEXT,
  claimed_share DOUBLE NOT NULL,
  is_current BOOLEAN NOT NULL,
  created_at DATETIME(6) NOT NULL,
  FOREIGN KEY (asset_id) REFERENCES asset (id)
);

CREATE TABLE revision_file (
  revision_id BIGINT NOT NULL,
  name VARCHAR(255) NOT NULL,
  blob_id BIGINT NOT NULL,
  PRIMARY KEY (revision_id, name),
  FOREIGN KEY (revision_id) REFERENCES revision (id),
  FOREIGN KEY (blob_id) REFERENCES stored_blob (id)
);

-- Every claim, append-only. An entry that was undone and then overtaken by a new one stays, dropped.
CREATE TABLE journal_entry (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  asset_id BIGINT NOT NULL,
  revision_id BIGINT NOT NULL,
  ordinal INT NOT NULL,
  kind VARCHAR(10) NOT NULL,
  words VARCHAR(300) NOT NULL,
  claims LONGBLOB NOT NULL,
  is_dropped BOOLEAN NOT NULL,
  created_at DATETIME(6) NOT NULL,
  FOREIGN KEY (asset_id) REFERENCES asset (id),
  FOREIGN KEY (revision_id) REFERENCES revision (id)
);

CREATE INDEX journal_entry_order ON journal_entry (asset_id, ordinal);

CREATE TABLE bake (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  asset_id BIGINT NOT NULL,
  target_id BIGINT NOT NULL,
  source_id BIGINT,
  settings LONGTEXT NOT NULL,
  journal_position INT NOT NULL,
  is_cancelled BOOLEAN NOT NULL,
  created_at DATETIME(6) NOT NULL,
  FOREIGN KEY (asset_id) REFERENCES asset (id),
  FOREIGN KEY (target_id) REFERENCES revision (id),
  FOREIGN KEY (source_id) REFERENCES revision (id)
);

CREATE TABLE bake_sheet (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  bake_id BIGINT NOT NULL,
  name VARCHAR(120) NOT NULL,
  state VARCHAR(10) NOT NULL,
  doing VARCHAR(200) NOT NULL,
  share DOUBLE NOT NULL,
  problem VARCHAR(2000),
  maps_blob_id BIGINT,
  report LONGTEXT,
  UNIQUE (bake_id, name),
  FOREIGN KEY (bake_id) REFERENCES bake (id),
  FOREIGN KEY (maps_blob_id) REFERENCES stored_blob (id)
);

CREATE TABLE handoff (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  asset_id BIGINT NOT NULL,
  bake_id BIGINT NOT NULL,
  file_name VARCHAR(255) NOT NULL,
  contents LONGTEXT NOT NULL,
  state VARCHAR(10) NOT NULL,
  doing VARCHAR(200) NOT NULL,
  share DOUBLE NOT NULL,
  problem VARCHAR(2000),
  blob_id BIGINT,
  receipt LONGTEXT,
  created_at DATETIME(6) NOT NULL,
  FOREIGN KEY (asset_id) REFERENCES asset (id),
  FOREIGN KEY (bake_id) REFERENCES bake (id),
  FOREIGN KEY (blob_id) REFERENCES stored_blob (id)
);

-- The job engine's own table, as its documentation gives it for MariaDB.
CREATE TABLE scheduled_tasks (
  task_name VARCHAR(100) NOT NULL,
  task_instance VARCHAR(100) NOT NULL,
  task_data LONGBLOB,
  execution_time DATETIME(6) NOT NULL,
  picked BOOLEAN NOT NULL,
  picked_by VARCHAR(50),
  last_success DATETIME(6),
  last_failure DATETIME(6),
  consecutive_failures INT,
  last_heartbeat DATETIME(6),
  version BIGINT NOT NULL,
  priority INT,
  PRIMARY KEY (task_name, task_instance)
);

CREATE INDEX scheduled_tasks_due ON scheduled_tasks (execution_time);
