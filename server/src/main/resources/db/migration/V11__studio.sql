-- People of a studio. Without sign-in these tables stay empty but for the first show.
CREATE TABLE account (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  name VARCHAR(80) NOT NULL,
  -- As the framework encodes it, with the name of the method before it.
  password VARCHAR(200) NOT NULL,
  role VARCHAR(10) NOT NULL,
  is_closed BOOLEAN NOT NULL,
  -- Grows whenever everybody who is signed in with it has to sign in again.
  sign_in_count INT NOT NULL,
  created_at DATETIME(6) NOT NULL
);
CREATE UNIQUE INDEX account_name ON account (name);

-- What holds assets, palettes, recipes and people; nobody but those who manage sees what is in another.
CREATE TABLE studio_show (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  name VARCHAR(120) NOT NULL,
  created_at DATETIME(6) NOT NULL
);
CREATE UNIQUE INDEX studio_show_name ON studio_show (name);
-- [jooq ignore start]
INSERT INTO studio_show (id, name, created_at) VALUES (1, 'First show', NOW(6));
-- [jooq ignore stop]

CREATE TABLE show_member (
  show_id BIGINT NOT NULL,
  account_id BIGINT NOT NULL,
  PRIMARY KEY (show_id, account_id),
  FOREIGN KEY (show_id) REFERENCES studio_show (id),
  FOREIGN KEY (account_id) REFERENCES account (id)
);

-- For scripts: only a digest is kept, so that nobody who reads the database can use one.
CREATE TABLE api_token (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  account_id BIGINT NOT NULL,
  name VARCHAR(80) NOT NULL,
  digest CHAR(64) NOT NULL,
  role VARCHAR(10) NOT NULL,
  ends_at DATETIME(6) NOT NULL,
  created_at DATETIME(6) NOT NULL,
  FOREIGN KEY (account_id) REFERENCES account (id)
);
CREATE UNIQUE INDEX api_token_digest ON api_token (digest);

-- Who changed what, when and from where; written with the change itself and never changed.
CREATE TABLE audit_entry (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  at DATETIME(6) NOT NULL,
  account_id BIGINT,
  person VARCHAR(80) NOT NULL,
  token VARCHAR(80),
  address VARCHAR(64) NOT NULL,
  act VARCHAR(255) NOT NULL,
  asset_id BIGINT
);

ALTER TABLE asset ADD COLUMN show_id BIGINT NOT NULL DEFAULT 1;
ALTER TABLE asset ADD COLUMN trashed_at DATETIME(6);
ALTER TABLE asset ADD COLUMN version INT NOT NULL DEFAULT 0;
ALTER TABLE palette ADD COLUMN show_id BIGINT NOT NULL DEFAULT 1;
ALTER TABLE recipe ADD COLUMN show_id BIGINT NOT NULL DEFAULT 1;
ALTER TABLE asset ADD FOREIGN KEY (show_id) REFERENCES studio_show (id);
ALTER TABLE palette ADD FOREIGN KEY (show_id) REFERENCES studio_show (id);
ALTER TABLE recipe ADD FOREIGN KEY (show_id) REFERENCES studio_show (id);
-- [jooq ignore start]
DROP INDEX recipe_name ON recipe;
-- [jooq ignore stop]
CREATE UNIQUE INDEX recipe_show_name ON recipe (show_id, name);
CREATE INDEX asset_list ON asset (show_id, trashed_at, name);

-- What lies in the trash, and what was taken out of it for good: of a model that was removed the row stays,
-- because the history names it.
ALTER TABLE revision ADD COLUMN trashed_at DATETIME(6);
ALTER TABLE revision ADD COLUMN removed_at DATETIME(6);
-- How many findings of a model may make a bake come out wrong; null of models that were read before.
ALTER TABLE revision ADD COLUMN open_findings INT;
ALTER TABLE bake ADD COLUMN trashed_at DATETIME(6);
ALTER TABLE handoff ADD COLUMN trashed_at DATETIME(6);

-- Who took a step; null where nobody signs in.
ALTER TABLE journal_entry ADD COLUMN account_id BIGINT;
ALTER TABLE mask_state ADD COLUMN account_id BIGINT;

-- When a blob was last given to somebody who will point to it; what nothing points to is deleted some time
-- after that.
ALTER TABLE stored_blob ADD COLUMN touched_at DATETIME(6);
-- [jooq ignore start]
UPDATE stored_blob SET touched_at = created_at;
-- [jooq ignore stop]
CREATE INDEX stored_blob_touched ON stored_blob (touched_at);

-- Since when a job waits, when it was begun and ended last, and by which process.
ALTER TABLE job ADD COLUMN added_at DATETIME(6);
ALTER TABLE job ADD COLUMN began_at DATETIME(6);
ALTER TABLE job ADD COLUMN ended_at DATETIME(6);
ALTER TABLE job ADD COLUMN process VARCHAR(80);
CREATE INDEX job_state ON job (state, ended_at);

-- Processes that take jobs or serve pages, as they last said of themselves.
CREATE TABLE running_process (
  name VARCHAR(80) NOT NULL PRIMARY KEY,
  host VARCHAR(255) NOT NULL,
  kinds VARCHAR(255) NOT NULL,
  serves_pages BOOLEAN NOT NULL,
  threads INT NOT NULL,
  memory_megabytes INT NOT NULL,
  began_at DATETIME(6) NOT NULL,
  seen_at DATETIME(6) NOT NULL,
  ended_at DATETIME(6)
);

-- Sessions of those who are signed in, as the framework's documentation gives it for MariaDB.
-- [jooq ignore start]
CREATE TABLE SPRING_SESSION (
  PRIMARY_ID CHAR(36) NOT NULL,
  SESSION_ID CHAR(36) NOT NULL,
  CREATION_TIME BIGINT NOT NULL,
  LAST_ACCESS_TIME BIGINT NOT NULL,
  MAX_INACTIVE_INTERVAL INT NOT NULL,
  EXPIRY_TIME BIGINT NOT NULL,
  PRINCIPAL_NAME VARCHAR(100),
  PRIMARY KEY (PRIMARY_ID)
);
CREATE UNIQUE INDEX SPRING_SESSION_IX1 ON SPRING_SESSION (SESSION_ID);
CREATE INDEX SPRING_SESSION_IX2 ON SPRING_SESSION (EXPIRY_TIME);
CREATE INDEX SPRING_SESSION_IX3 ON SPRING_SESSION (PRINCIPAL_NAME);

CREATE TABLE SPRING_SESSION_ATTRIBUTES (
  SESSION_PRIMARY_ID CHAR(36) NOT NULL,
  ATTRIBUTE_NAME VARCHAR(200) NOT NULL,
  ATTRIBUTE_BYTES BLOB NOT NULL,
  PRIMARY KEY (SESSION_PRIMARY_ID, ATTRIBUTE_NAME),
  CONSTRAINT SPRING_SESSION_ATTRIBUTES_FK FOREIGN KEY (SESSION_PRIMARY_ID)
    REFERENCES SPRING_SESSION (PRIMARY_ID) ON DELETE CASCADE
);
-- [jooq ignore stop]
