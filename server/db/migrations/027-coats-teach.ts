/** How much of each number that a dog brings is in the minutes of a step: what is as long as the number says, and what only in part, as a coat by its length. */
export const up = `
UPDATE timings
SET factors = (
  SELECT COALESCE(jsonb_agg(jsonb_build_object('id', id, 'share', 1) ORDER BY id), '[]')
  FROM jsonb_array_elements_text(factors) id
)
WHERE factors <> '[]';
`

export const down = `
UPDATE timings
SET factors = (
  SELECT COALESCE(jsonb_agg(factor -> 'id' ORDER BY factor -> 'id'), '[]')
  FROM jsonb_array_elements(factors) factor
  WHERE factor ->> 'id' LIKE 'factor.temper.%'
)
WHERE factors <> '[]';
`
