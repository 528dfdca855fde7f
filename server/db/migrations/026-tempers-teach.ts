/** What the dog's temper made of the minutes of a step, by the number it went by: so that tempers teach too, the earlier ones with them. */
export const up = `
ALTER TABLE timings ADD COLUMN factors jsonb NOT NULL DEFAULT '[]' CHECK (jsonb_typeof(factors) = 'array');
UPDATE timings t
SET factors = jsonb_build_array('factor.temper.' || CASE temper WHEN 'unknown' THEN 'wary' ELSE temper END)
FROM (SELECT id, COALESCE(arrival #>> '{dog,temperament}', 'unknown') AS temper FROM visits) v
WHERE v.id = t.visit_id AND temper <> 'easy'
  AND jsonb_path_exists(t.parts, '$[*].rate ? (@ starts with "minutes." || (@ starts with "cut." && @ != "cut.ear-hair"))');
`

export const down = `
ALTER TABLE timings DROP COLUMN factors;
`
