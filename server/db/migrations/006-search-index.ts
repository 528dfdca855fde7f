/**
 * New dogs go into the index of words at once: a list of those still to be put in would be read through at every search,
 * and after a large import the planner would sooner scan the table than read it.
 */
export const up = `
ALTER INDEX dogs_search_words SET (fastupdate = off);
SELECT gin_clean_pending_list('dogs_search_words');
`

export const down = `
ALTER INDEX dogs_search_words RESET (fastupdate);
`
