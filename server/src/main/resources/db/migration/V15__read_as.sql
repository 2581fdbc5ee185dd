-- What a model file does not say of itself: the unit of its coordinates, its axis that points up, and which UV set receives maps.
ALTER TABLE revision ADD COLUMN unit VARCHAR(2) NOT NULL DEFAULT 'm';
ALTER TABLE revision ADD COLUMN up_axis VARCHAR(1) NOT NULL DEFAULT 'y';
ALTER TABLE revision ADD COLUMN uv_set INT NOT NULL DEFAULT 0;
