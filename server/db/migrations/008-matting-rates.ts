/**
 * New mats a week are a tenth of what was reckoned before. What was kept in the old measure is brought to the new: usual
 * rates of past intervals, which a dog's own rate is learnt against, and a salon's own rates of coats.
 */
export const up = `
UPDATE goodbyes
SET summary = jsonb_set(summary, '{usualRates}',
  (SELECT COALESCE(jsonb_agg(rate::text::float8 / 10 ORDER BY place), '[]')
   FROM jsonb_array_elements(summary -> 'usualRates') WITH ORDINALITY AS of_week(rate, place)))
WHERE jsonb_typeof(summary -> 'usualRates') = 'array';
UPDATE goodbyes SET summary = jsonb_set(summary, '{usualRate}', to_jsonb((summary ->> 'usualRate')::float8 / 10))
WHERE jsonb_typeof(summary -> 'usualRate') = 'number';
UPDATE settings
SET value = (SELECT COALESCE(jsonb_object_agg(key, CASE
    WHEN key IN ('matting.smooth', 'matting.double', 'matting.silky', 'matting.drop-double', 'matting.feathered',
      'matting.curly', 'matting.cotton', 'matting.wire', 'matting.corded', 'matting.hairless')
    THEN to_jsonb(of_house::text::float8 / 10) ELSE of_house END), '{}')
  FROM jsonb_each(value) AS estimate(key, of_house))
WHERE settings.key = 'estimates';
`

export const down = `
UPDATE goodbyes
SET summary = jsonb_set(summary, '{usualRates}',
  (SELECT COALESCE(jsonb_agg(rate::text::float8 * 10 ORDER BY place), '[]')
   FROM jsonb_array_elements(summary -> 'usualRates') WITH ORDINALITY AS of_week(rate, place)))
WHERE jsonb_typeof(summary -> 'usualRates') = 'array';
UPDATE goodbyes SET summary = jsonb_set(summary, '{usualRate}', to_jsonb((summary ->> 'usualRate')::float8 * 10))
WHERE jsonb_typeof(summary -> 'usualRate') = 'number';
UPDATE settings
SET value = (SELECT COALESCE(jsonb_object_agg(key, CASE
    WHEN key IN ('matting.smooth', 'matting.double', 'matting.silky', 'matting.drop-double', 'matting.feathered',
      'matting.curly', 'matting.cotton', 'matting.wire', 'matting.corded', 'matting.hairless')
    THEN to_jsonb(of_house::text::float8 * 10) ELSE of_house END), '{}')
  FROM jsonb_each(value) AS estimate(key, of_house))
WHERE settings.key = 'estimates';
`
