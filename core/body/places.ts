import { REGION_IDS, REGIONS, type RegionId } from './regions.ts'

/*
 * Sets of places that more than one station speaks of, each once. What only one rule uses stands beside that rule.
 */
const places = (...ids: RegionId[]): ReadonlySet<RegionId> => new Set(ids)

/** The trunk, as a body clip takes it. */
export const TRUNK = places('back', 'rump', 'side', 'shoulder', 'neck', 'chest', 'breeches')
export const LEGS = places('foreleg', 'hindleg')
export const FEET = places('front-paw', 'hind-paw')
/** Where unlike lengths beside each other spoil the outline: not on the head, ears, tail and feet. */
export const OUTLINE: ReadonlySet<RegionId> = new Set([...TRUNK, ...LEGS])
/** Where a jacket grows: the harsh coat of the trunk. */
export const JACKET = places('neck', 'back', 'side', 'shoulder', 'rump', 'chest', 'tail')
/** Hygiene places, where clipping is ordinary on every coat, a double one too. */
export const HYGIENE = places('sanitary', 'front-paw', 'hind-paw', 'groin', 'armpit')
/** What is washed with the face product, eyes covered. */
export const FACE = places('muzzle', 'eyes', 'cheek', 'crown')
/** Eyes and lips: nothing full-width, and nothing sharp on a dog that will not have it. */
export const FACE_EDGE = places('eyes', 'muzzle')
/** The ear with the skin behind it, where friction felts. */
export const EARS = places('ear-outer', 'ear-inner', 'behind-ear')
/** The ear itself. */
export const EAR_LEATHER = places('ear-outer', 'ear-inner')
/** Everything of the head that a dryer reaches. */
export const HEAD = places('muzzle', 'eyes', 'crown', 'cheek', 'ear-outer', 'ear-inner', 'behind-ear')
/** Where hair felts by rubbing, not by undercoat that will not come out. */
export const FRICTION = places('ear-outer', 'ear-inner', 'behind-ear', 'armpit', 'belly', 'groin', 'sanitary')
/** Where a feathered coat carries its fringe on the trunk. */
export const FRINGE = places('belly', 'chest', 'breeches')
/** Where a wire coat may be softened: legs and beard. */
export const FURNISHINGS = places('foreleg', 'hindleg', 'muzzle')
/** Loose skin, thin edges, eyes: where a learner uses no bare blade. */
export const NO_BARE_BLADE_FOR_LEARNERS = places('eyes', 'ear-outer', 'ear-inner', 'armpit', 'groin', 'tuck')
/** Where a learner cuts no felt, with whatever tool. */
export const FELT_FOR_OTHERS: ReadonlySet<RegionId> = new Set([...NO_BARE_BLADE_FOR_LEARNERS, 'behind-ear'])
/** Where a full-width blade never goes: round-tipped or thinning shears do the work. Feet are so too. */
export const SHEARS_ONLY = places('eyes', 'muzzle', 'cheek', 'front-paw', 'hind-paw')
/** Small dryer or nozzle only. */
export const SMALL_DRYER = places('cheek', 'crown', 'throat', 'ear-outer')
/** No strong air at all. */
export const NO_AIR = places('eyes', 'muzzle', 'ear-inner', 'sanitary')
/** Hidden places dry late and felt early. */
export const HIDDEN: ReadonlySet<RegionId> = new Set(REGION_IDS.filter((id) => REGIONS[id].seen === 0 || FEET.has(id)))

export const isPaw = (id: RegionId): boolean => FEET.has(id)
