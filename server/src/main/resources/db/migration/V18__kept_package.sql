-- Assets whose package in the hand-off folder is kept up to date. Stamps name the state of what a package is made of: the one
-- seen last and since when, and the one that bake and package under way, or done, are of.
CREATE TABLE kept_package (
  asset_id BIGINT NOT NULL PRIMARY KEY,
  folder VARCHAR(200) NOT NULL,
  seen_stamp VARCHAR(40),
  seen_at DATETIME(6),
  asked_stamp VARCHAR(40),
  bake_id BIGINT,
  handoff_id BIGINT,
  -- Why it stands still at what was asked for, null while it does not.
  problem TEXT,
  -- The package whose files lie in the folder, since when, and how often files were put there.
  written_id BIGINT,
  written_at DATETIME(6),
  writes INT NOT NULL DEFAULT 0,
  -- What the last writing replaced, JSON.
  changes LONGTEXT,
  FOREIGN KEY (asset_id) REFERENCES asset (id) ON DELETE CASCADE,
  FOREIGN KEY (bake_id) REFERENCES bake (id) ON DELETE SET NULL,
  FOREIGN KEY (handoff_id) REFERENCES handoff (id) ON DELETE SET NULL,
  FOREIGN KEY (written_id) REFERENCES handoff (id) ON DELETE SET NULL
);
