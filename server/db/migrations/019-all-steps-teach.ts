/** Steps of bath, cut and finish teach as coat work does: earlier visits are taken in once more, for those. */
export const up = `
UPDATE goodbyes SET timed = false WHERE finished_at IS NOT NULL;
`

export const down = `
DELETE FROM timings WHERE treatment IN ('bath', 'dry', 'nails', 'ears', 'check', 'show');
`
