/** What each drying said of water and air, beside our numbers; earlier visits are taken in once more, for those. */
export const up = `
CREATE TABLE matter_logs (
  visit_id uuid NOT NULL REFERENCES visits (id) ON DELETE CASCADE,
  estimate text NOT NULL,
  off double precision NOT NULL,
  sd double precision NOT NULL CHECK (sd >= 0),
  PRIMARY KEY (visit_id, estimate)
);
UPDATE goodbyes SET timed = false
WHERE finished_at IS NOT NULL AND visit_id IN (SELECT visit_id FROM dryings WHERE finished_at IS NOT NULL);
`

export const down = `
DROP TABLE matter_logs;
`
