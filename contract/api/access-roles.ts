/** As whom somebody is let in. Whoever owns the salon may groom as well; learners are told by their hands. */
export const ACCESS_ROLES = ['owner', 'groomer', 'bather', 'front', 'learner'] as const
export type AccessRole = (typeof ACCESS_ROLES)[number]
