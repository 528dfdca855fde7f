/** Every open screen asks what runs on any dog, every few seconds: found by when it began, however many years are kept. */
export const up = `
CREATE INDEX bench_events_running ON bench_events (kind, at) WHERE kind IN ('timer', 'blade-on');
`

export const down = `
DROP INDEX bench_events_running;
`
