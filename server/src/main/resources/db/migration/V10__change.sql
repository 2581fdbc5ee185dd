-- What became of a model when a revision took the place of another: JSON lists of parts, and of sentences
-- about what could not be taken along.
CREATE TABLE carry_over (
  revision_id BIGINT NOT NULL PRIMARY KEY,
  from_id BIGINT NOT NULL,
  parts LONGTEXT NOT NULL,
  is_other_model BOOLEAN NOT NULL,
  remarks LONGTEXT NOT NULL,
  created_at DATETIME(6) NOT NULL,
  FOREIGN KEY (revision_id) REFERENCES revision (id),
  FOREIGN KEY (from_id) REFERENCES revision (id)
);

-- What is to be looked at after a carry-over, largest first. Faces are packed: those of the revision, or of
-- the one before for a part that is lost. The answer is the entry of the journal that gave it, 0 for "right",
-- null while it waits; an entry that is undone gives no answer.
CREATE TABLE review_item (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  revision_id BIGINT NOT NULL,
  ordinal INT NOT NULL,
  reason VARCHAR(20) NOT NULL,
  new_part INT NOT NULL,
  old_part INT NOT NULL,
  group_id BIGINT NOT NULL,
  faces LONGBLOB NOT NULL,
  face_count INT NOT NULL,
  area DOUBLE NOT NULL,
  kin INT NOT NULL,
  answer_id BIGINT,
  FOREIGN KEY (revision_id) REFERENCES revision (id)
);
CREATE INDEX review_item_order ON review_item (revision_id, ordinal);

-- What the next bake would be made with; JSON, null until something was baked or a recipe applied.
ALTER TABLE asset ADD COLUMN bake_settings LONGTEXT;

-- What a studio keeps of assets to run on others, and every version of it; bodies are recipe files.
CREATE TABLE recipe (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  name VARCHAR(120) NOT NULL
);
CREATE UNIQUE INDEX recipe_name ON recipe (name);

CREATE TABLE recipe_version (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  recipe_id BIGINT NOT NULL,
  number INT NOT NULL,
  body LONGTEXT NOT NULL,
  created_at DATETIME(6) NOT NULL,
  UNIQUE (recipe_id, number),
  FOREIGN KEY (recipe_id) REFERENCES recipe (id)
);

-- The version of a recipe that was applied last, null for none.
ALTER TABLE asset ADD COLUMN recipe_version_id BIGINT;
ALTER TABLE asset ADD FOREIGN KEY (recipe_version_id) REFERENCES recipe_version (id);

-- Names what the maps of a sheet depend on by content, whatever revision it came with, and the same of every
-- part on it; JSON. Null where that cannot be told, and of earlier versions.
ALTER TABLE bake_sheet ADD COLUMN surface_key CHAR(64);
ALTER TABLE bake_sheet ADD COLUMN part_keys LONGTEXT;
CREATE INDEX bake_sheet_surface ON bake_sheet (surface_key);
