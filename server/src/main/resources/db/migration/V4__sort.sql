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
