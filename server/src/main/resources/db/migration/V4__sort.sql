-- What an entry of the journal holds depends on its kind: faces that were put somewhere by hand, the
-- whole list of rules from then on, or a group that was merged into another. The last is about every
-- revision of its asset.
ALTER TABLE journal_entry MODIFY COLUMN revision_id BIGINT NULL;
-- Proposals were kept as the faces that they reached.
UPDATE journal_entry SET kind = 'hand' WHERE kind = 'rule';

-- What lies in a locked drawer is not taken out by a claim.
ALTER TABLE material_group ADD COLUMN is_locked BOOLEAN NOT NULL DEFAULT FALSE;

-- Which group had which number when a bake was made; JSON, null when nobody kept it.
ALTER TABLE bake ADD COLUMN group_numbers LONGTEXT;

-- Faces of a revision that are seen from nowhere outside, packed; missing until they were looked for.
CREATE TABLE hidden_faces (
  revision_id BIGINT NOT NULL PRIMARY KEY,
  faces LONGBLOB NOT NULL,
  FOREIGN KEY (revision_id) REFERENCES revision (id)
);

-- A named set of groups shared by assets.
CREATE TABLE palette (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  name VARCHAR(120) NOT NULL,
  version INT NOT NULL
);

CREATE TABLE palette_group (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  palette_id BIGINT NOT NULL,
  number INT NOT NULL,
  name VARCHAR(80) NOT NULL,
  color INT NOT NULL,
  keywords VARCHAR(2000) NOT NULL,
  base_color INT NOT NULL,
  roughness DOUBLE NOT NULL,
  metalness DOUBLE NOT NULL,
  -- Whether its colour stays when others are proposed.
  is_color_locked BOOLEAN NOT NULL,
  FOREIGN KEY (palette_id) REFERENCES palette (id)
);

ALTER TABLE asset ADD COLUMN palette_id BIGINT;
ALTER TABLE asset ADD FOREIGN KEY (palette_id) REFERENCES palette (id);
-- The palette's group that a group follows, null for the asset's own.
ALTER TABLE material_group ADD COLUMN palette_group_id BIGINT;
