import { findBreed } from '../coat/breeds.ts'
import type { House } from '../numbers/estimates.ts'
import type { SideScores } from '../scores/sheet.ts'
import type { Dog, HealthFlag, Room, Wishes } from './dog.ts'
import { asksFor } from './extras.ts'

/*
 * Every yes or no about a dog, once. A station that needs one asks here, so that what one of them knows no other has
 * forgotten. Flags, the age, the breed and the wish may each say the same thing: any of them is enough.
 */

const flagged = ({ health }: Dog, ...flags: HealthFlag[]): boolean => flags.some((flag) => health.includes(flag))

/** Flagged as one, or younger than the house counts as grown. */
export const isPuppy = (dog: Dog, house: House): boolean =>
  flagged(dog, 'puppy') || (dog.ageMonths !== null && dog.ageMonths < house['puppy.under'])

/** So young that any groom is a strain; a flagged puppy of unknown age is taken to be. */
export const isYoungPuppy = (dog: Dog, house: House): boolean =>
  dog.ageMonths === null ? flagged(dog, 'puppy') : dog.ageMonths < house['puppy.young']

/** Flagged only: the arrival asks from a certain age on, and nothing is assumed. */
export const isSenior = (dog: Dog): boolean => flagged(dog, 'senior')

/** A short skull as said for this dog; where nothing is said, as its breed has it. */
export function hasShortSkull(dog: Dog): boolean {
  if (dog.skull !== null) return dog.skull === 'short'
  return flagged(dog, 'brachycephalic') || (dog.breed !== null && findBreed(dog.breed)?.brachycephalic === true)
}

/** Every hair counts: by wish, by style or by its coat. */
export const isShow = ({ dog, wishes }: { dog: Dog; wishes: Wishes }): boolean =>
  wishes.show || wishes.style === 'show' || dog.modifiers.includes('show-coat')

/** A wire coat that was never clipped so often that its jacket is gone. */
export const hasJacket = (dog: Dog): boolean => dog.coatType === 'wire' && !isWoolly(dog)

/** A stripping coat gone soft, by clipping or by neutering: it is clipped, there is no jacket that would come. */
export const isWoolly = ({ coatType, modifiers }: Dog): boolean =>
  (coatType === 'wire' && modifiers.includes('clipped-wire')) ||
  ((coatType === 'wire' || coatType === 'feathered') && modifiers.includes('neutered-coat'))

/** A double coat that was shaved once: it grows back unevenly, and no blade goes on it again by choice. */
export const wasShaved = ({ coatType, modifiers }: Dog): boolean =>
  coatType === 'double' && modifiers.includes('post-clip')

/** Does not hear or see what comes: it is touched before anything is done. */
export const feelsItsWay = (dog: Dog): boolean => flagged(dog, 'deaf', 'blind')

/** A show nearer than a full strip needs to grow in again: the jacket is rolled, no more. */
export const rollsOnly = ({ wishes }: { wishes: Wishes }, house: House): boolean =>
  wishes.showInDays !== null && wishes.showInDays < DAYS_A_WEEK * house['strip.window-least']
const DAYS_A_WEEK = 7

/** Stripping is wished for, and the jacket does not come yet. */
export const isJacketTight = ({ dog, wishes }: { dog: Dog; wishes: Wishes }): boolean =>
  hasJacket(dog) && dog.jacket === 'tight' && wishes.style === 'strip'

/** The owner wants the jacket that is there kept. */
export const keepsJacket = ({ dog, wishes }: { dog: Dog; wishes: Wishes }): boolean =>
  hasJacket(dog) && wishes.keepJacket

/** Operated on so lately that it is a patient first. */
export const hadRecentSurgery = (dog: Dog, house: House): boolean =>
  dog.surgery ? dog.surgery.daysAgo <= house['surgery.recent'] : flagged(dog, 'recent-surgery')

/** Very ill: cancer care, or a recent operation. */
export const isGrave = (dog: Dog, house: House): boolean => flagged(dog, 'cancer-care') || hadRecentSurgery(dog, house)

/** Old, ill, expecting or very young: more may go wrong in any groom, and the owner should know before it begins. */
export const isFrail = (dog: Dog, house: House): boolean =>
  isYoungPuppy(dog, house) ||
  isGrave(dog, house) ||
  flagged(dog, 'senior', 'heart', 'breathing', 'seizures', 'pregnant', 'weak-hind', 'arthritis')

/** A room in which heat is a load for every dog. */
export const isWarmRoom = ({ tempC }: Room, house: House): boolean => tempC >= house['room.warm']

/** Low heat, cool water, breaks, and nobody leaves this dog: what bears heat badly, and every dog in a warm room. */
export const needsHeatCare = ({ dog, room }: { dog: Dog; room: Room }, house: House): boolean =>
  isWarmRoom(room, house) ||
  isPuppy(dog, house) ||
  hasShortSkull(dog) ||
  flagged(dog, 'senior', 'heart', 'breathing', 'pregnant')

export const isFrightened = ({ temperament }: Dog): boolean => temperament === 'anxious' || temperament === 'bites'

/** Whether air may be blown through its coat in the tub. */
export const mayBlast = (dog: Dog): boolean =>
  dog.dryerTolerance !== 'none' && !isFrightened(dog) && !flagged(dog, 'heart', 'breathing')

/** Nails are done where the dog takes it and the owner wants it. */
export const nailsAreDone = ({ dog, wishes }: { dog: Dog; wishes: Wishes }): boolean =>
  dog.nailTolerance !== 'none' && !asksFor(wishes, 'no-feet')

/** Legs that will not carry it through a long groom. */
export const standsBriefly = ({ dog, room }: { dog: Dog; room: Room }, house: House): boolean =>
  isPuppy(dog, house) ||
  flagged(dog, 'senior', 'weak-hind', 'arthritis', 'pregnant') ||
  (hasShortSkull(dog) && isWarmRoom(room, house))

/** A groom that may have to end early: what matters most comes first, and rests come often. */
export const mayEndEarly = (about: { dog: Dog; room: Room }, house: House): boolean =>
  standsBriefly(about, house) || isFrightened(about.dog) || isFrail(about.dog, house)

/** Hind legs that want holding up. */
export const hasWeakLegs = (dog: Dog): boolean => flagged(dog, 'weak-hind', 'arthritis')

/** A padded loop under the belly before anything long begins. */
export const wantsBellyLoop = (dog: Dog): boolean => flagged(dog, 'weak-hind', 'senior')

/** Old skin is thin: nothing shorter than a 7 on it. */
export const hasThinSkin = (dog: Dog): boolean => isSenior(dog)

/** Takes strong air only on the low setting, hood on; what nobody knows is planned so. */
export const airOnlyLow = ({ dryerTolerance }: Dog): boolean =>
  dryerTolerance === 'low-only' || dryerTolerance === 'unknown'

/** No essential oils, and no flea product, without the vet's word. */
export const vetBeforeOils = (dog: Dog): boolean => flagged(dog, 'pregnant', 'diabetic', 'seizures')

/** Skin treatment is under way, and nobody has said with what. */
export const vetProductUnnamed = (dog: Dog): boolean => flagged(dog, 'skin-treatment') && dog.prescribed === null

/** An allergy that nobody has named: perfume and oils are kept off. */
export const allergyUnnamed = (dog: Dog): boolean => flagged(dog, 'allergy') && dog.allergies.length === 0

/** An operation's scar on a place: not cleared by the vet yet, or cleared; null where there is none. */
export function scarAt({ findings }: Pick<SideScores, 'findings'>, dog: Dog): 'not-cleared' | 'cleared' | null {
  if (!findings.some(({ id }) => id === 'surgery-site')) return null
  return dog.surgery?.cleared ? 'cleared' : 'not-cleared'
}
