/**
 * Every estimate of the model in one place: value, unit, mark and what it means. A salon may change them, and its own
 * logged minutes will correct them; nothing else in the core holds such a number.
 *
 * Marks: `pub` a published source, `trade` common practice without a source, `mem` recalled and not checked against
 * the source, `est` our own estimate.
 */
export type Mark = 'pub' | 'trade' | 'mem' | 'est'

export interface Estimate {
  readonly value: number
  readonly unit: string
  readonly mark: Mark
  readonly what: string
}

const est = (value: number, unit: string, what: string): Estimate => ({ value, unit, mark: 'est', what })
const mem = (value: number, unit: string, what: string): Estimate => ({ value, unit, mark: 'mem', what })
const trade = (value: number, unit: string, what: string): Estimate => ({ value, unit, mark: 'trade', what })

export const ESTIMATES = {
  'index.mat.m1': est(0.15, 'weight', 'Weight of tangles in the mat index'),
  'index.mat.m2': est(0.4, 'weight', 'Weight of knots in the mat index'),
  'index.mat.m3': est(0.75, 'weight', 'Weight of tight mats in the mat index'),
  'index.mat.m4': est(1, 'weight', 'Weight of felt in the mat index'),
  'unknown.rub': est(2, 'points', 'How much worse than average an unlooked-at friction place may plausibly be'),
  'unknown.other': est(1, 'points', 'How much worse than average any other unlooked-at place may plausibly be'),

  'minutes.brush.area': est(14, 'min/m2', 'Line-brushing free coat to the skin, per area'),
  'minutes.brush.m1': est(30, 'min/m2 matted', 'Brushing out tangles'),
  'minutes.brush.m2': est(110, 'min/m2 matted', 'Brushing out knots'),
  'minutes.demat.m2': est(90, 'min/m2 matted', 'Dematting knots'),
  'minutes.demat.m3': est(330, 'min/m2 matted', 'Dematting tight mats'),
  'minutes.blow-out.m1': est(8, 'min/m2 matted', 'Blowing out with tangles'),
  'minutes.blow-out.m2': est(11, 'min/m2 matted', 'Blowing out with knots'),
  'minutes.blow-out.m3': est(13, 'min/m2 matted', 'Blowing out tight packed coat'),
  'minutes.blow-out.m4': est(16, 'min/m2 matted', 'Blowing out felted undercoat'),
  'minutes.blow-out.low': est(2, 'factor', 'A dog that takes only the low setting'),
  'minutes.splice.m2': est(90, 'min/m2 matted', 'Cutting knots out from beneath, cover kept'),
  'minutes.splice.m3': est(160, 'min/m2 matted', 'Cutting tight mats out from beneath'),
  'minutes.splice.m4': est(200, 'min/m2 matted', 'Cutting felt out from beneath'),
  'minutes.clip-out.m2': est(40, 'min/m2 matted', 'Taking off a knotted patch'),
  'minutes.clip-out.m3': est(60, 'min/m2 matted', 'Taking off a tight patch'),
  'minutes.clip-out.m4': est(80, 'min/m2 matted', 'Taking off a felted patch'),
  'minutes.clip.m0': est(16, 'min/m2', 'Clipping free coat'),
  'minutes.clip.m1': est(17, 'min/m2', 'Clipping tangled coat'),
  'minutes.clip.m2': est(20, 'min/m2', 'Clipping knotted coat'),
  'minutes.clip.m3': est(35, 'min/m2', 'Clipping tight coat'),
  'minutes.clip.m4': est(60, 'min/m2', 'Clipping felt'),
  'minutes.strip': est(180, 'min/m2', 'Hand-stripping a jacket'),
  'minutes.card.u1': est(5, 'min/m2', 'Carding, a little loose'),
  'minutes.card.u2': est(10, 'min/m2', 'Carding, tufts with every stroke'),
  'minutes.card.u3': est(18, 'min/m2', 'Carding, packed'),
  'minutes.card.u4': est(28, 'min/m2', 'Carding, impacted'),
  'minutes.card.with-blow-out': est(0.5, 'factor', 'Carding left to do where the coat is blown out'),
  'minutes.card.by-hand': est(2, 'factor', 'Carding an impacted coat by hand alone, no dryer'),
  'minutes.reposition': est(0.3, 'min', 'Moving on to a region-side and checking it; takes no factor'),

  'factor.length.base': est(0.7, 'factor', 'Length factor at 0 mm'),
  'factor.length.per-mm': est(0.01, 'factor/mm', 'Length factor, growth with length'),
  'factor.length.cap': est(2, 'factor', 'Length factor, most'),
  'factor.density.thin': est(0.7, 'factor', 'Thin coat for its type'),
  'factor.density.normal': est(1, 'factor', 'Usual coat for its type'),
  'factor.density.dense': est(1.35, 'factor', 'Dense coat for its type'),
  'factor.temper.easy': est(1, 'factor', 'Minutes with an easy dog'),
  'factor.temper.wary': est(1.15, 'factor', 'Minutes with a wary or unknown dog'),
  'factor.temper.anxious': est(1.35, 'factor', 'Minutes with an anxious dog'),
  'factor.temper.mouthy': est(1.3, 'factor', 'Minutes with a mouthy dog'),
  'factor.temper.bites': est(1.6, 'factor', 'Minutes with a dog that bites'),

  'pull.free': est(0.05, 'pull/min', 'Brushing free coat'),
  'pull.brush.m1': est(0.3, 'pull/min', 'Brushing tangles'),
  'pull.brush.m2': est(0.8, 'pull/min', 'Brushing knots'),
  'pull.demat.m2': est(0.65, 'pull/min', 'Dematting knots'),
  'pull.demat.m3': est(1.8, 'pull/min', 'Dematting tight mats'),
  'pull.blow-out': est(0.25, 'pull/min', 'High-velocity air on packed coat'),
  'pull.splice': est(0.3, 'pull/min', 'Working a blade in beneath a mat'),
  'pull.clip-out': est(0.35, 'pull/min', 'Taking off a matted patch'),
  'pull.clip': est(0.3, 'pull/min', 'Clipping'),
  'pull.clip.tight': est(0.6, 'pull/min', 'Clipping tight mats or felt'),
  'pull.strip': est(0.5, 'pull/min', 'Hand-stripping'),
  'pull.card': est(0.15, 'pull/min', 'Carding'),
  'pull.tender-base': est(1.5, 'tenderness', 'Tenderness at which one minute at pull 1 is one pull-minute'),
  'pull.skin1': est(1.5, 'factor', 'Brushing, dematting, blowing out, carding over pink skin, or skin that felt hides'),
  'pull.skin2': est(2.5, 'factor', 'The same over sore skin'),

  'give.base': est(30, 'pull-min', 'What an easy healthy adult can give'),
  'give.temper.wary': est(0.8, 'factor', 'Wary or unknown temper'),
  'give.temper.anxious': est(0.5, 'factor', 'Anxious'),
  'give.temper.mouthy': est(0.5, 'factor', 'Mouthy'),
  'give.temper.bites': est(0.35, 'factor', 'Bites'),
  'give.health.one': est(0.5, 'factor', 'Puppy, senior, heart, breathing, arthritis or weak hind end'),
  'give.health.two': est(0.4, 'factor', 'Two or more of these'),
  'give.health.grave': est(0.3, 'factor', 'Cancer care or recent surgery'),
  'surgery.recent': est(42, 'days', 'How long a surgery counts as recent'),
  'puppy.under': est(12, 'months', 'A dog younger than this is planned as a puppy'),
  'cap.adult': est(180, 'min', 'Longest time at the table, adult'),
  'cap.health': est(90, 'min', 'Longest time at the table with any health factor'),
  'cap.puppy': est(60, 'min', "Longest time at the table on a puppy's first visits"),
  'cap.puppy-visits': est(3, 'visits', 'How many first visits of a puppy are kept short'),

  'loss.seen0': est(0.1, 'weight', 'Coat lost where nobody looks'),
  'loss.seen1': est(0.4, 'weight', 'Coat lost where it hardly shows'),
  'loss.seen2': est(0.8, 'weight', 'Coat lost where it shows'),
  'loss.seen3': est(1, 'weight', 'Coat lost where the owner looks first'),
  'loss.splice': est(0.15, 'factor', 'Spliced coat: the cover hair hides it'),
  'loss.clip-out-hidden': est(0.3, 'factor', 'A patch in a hidden place or on a paw'),
  'loss.reference': trade(1.5, 'mm', 'Close clip all over, against which coat kept is counted: what a 10 leaves'),
  'wish.keep0': est(0.1, 'weight', 'Owner does not mind the length'),
  'wish.keep1': est(0.5, 'weight', 'Owner would like to keep some'),
  'wish.keep2': est(1, 'weight', 'Owner wants to keep it'),
  'wish.keep3': est(2, 'weight', 'Owner wants every hair'),

  'price.minute': est(0.15, 'points/min', 'Price of a minute against coat'),
  'price.pull': est(0.4, 'points/pull-min', 'Price of a pull-minute: sparing the dog is worth something'),
  'mismatch.points': est(6, 'points', 'Neighbouring places that show and end at unlike lengths'),
  'mismatch.mm': est(25, 'mm', 'How unlike'),
  'reserve.base': est(30, 'min', 'Kept back for bath, drying, finishing cut and nails'),
  'reserve.area': est(60, 'min/m2', 'The same, by body surface'),
  'slot.default': est(180, 'min', 'Slot where none is given'),

  'blade.clearance': est(0.5, 'mm', 'Free hair that must remain between blade and mat'),
  'blade.tight': est(2, 'mm', 'Less free hair than this is tight on the skin'),
  'short.default': est(16, 'mm', 'Length of a short style where neither mat nor wish decides'),
  'cover.mm': est(25, 'mm', 'Coat longer than this can cover a spliced or clipped-out place'),
  'none.mm': trade(15, 'mm', 'Coat up to this length with nothing loose needs the comb only'),
  'local.mm': trade(30, 'mm', 'A single finding up to this size keeps only the tools near it away'),
  'local.margin': trade(20, 'mm', 'Distance the tools keep from it'),
  'target.short': est(6, 'mm', 'Body length of the wish "short"'),
  'target.trim': est(16, 'mm', 'Body length of the wish "trim"'),
  'target.puppy': est(25, 'mm', 'Body length of the wish "puppy"'),
  'double.felt-share': trade(0.5, 'share', 'Felt left after air from which a double coat may be clipped with a yes'),

  'visits.most': est(4, 'visits', 'Most visits a split is planned over'),
  'visits.days': est(7, 'days', 'Days between split visits'),
  'visits.days-frail': est(14, 'days', 'Days between split visits for a very ill dog'),

  'prior.rub': est(1, 'score', 'How much worse an unlooked-at friction place is taken to be than what is around it'),
  'prior.blank': est(1, 'score', 'Likeliest score of a place on a dog of which nothing was looked at'),

  'growth.mm-day': mem(0.33, 'mm/day', 'Growth of coats that grow without stop (dermatology texts: up to 0.4)'),
  'growth.short-weeks': est(14, 'weeks', 'A short coat of set length is back to nine tenths'),
  'growth.long-weeks': est(52, 'weeks', 'A long coat of set length is back to nine tenths, if it comes back'),
  'growth.short-mm': est(40, 'mm', 'A coat of set length up to this counts as short'),

  'matting.smooth': est(0, 'index/week', 'New mats a week at 30 mm, unbrushed: smooth'),
  'matting.double': est(2.5, 'index/week', 'The same: double'),
  'matting.silky': est(4, 'index/week', 'The same: silky'),
  'matting.drop-double': est(5, 'index/week', 'The same: drop-double'),
  'matting.feathered': est(3, 'index/week', 'The same: feathered'),
  'matting.curly': est(6, 'index/week', 'The same: curly'),
  'matting.cotton': est(7, 'index/week', 'The same: cotton'),
  'matting.wire': est(2, 'index/week', 'The same: wire'),
  'matting.corded': est(0, 'index/week', 'The same: corded'),
  'matting.hairless': est(3, 'index/week', 'The same: hairless'),
  'matting.mm': est(30, 'mm', 'Coat length at which those rates hold'),
  'matting.length-least': est(0.3, 'factor', 'Least factor for short coat'),
  'matting.length-most': est(3, 'factor', 'Most factor for long coat'),
  'matting.friction': est(1.3, 'factor', 'Swims or wears a coat'),
  'matting.coat-change': est(2, 'factor', 'Puppy coat turning into adult coat'),
  'care.skin1': est(0.25, 'factor', 'Brushed to the skin once a week'),
  'care.skin3': est(0.15, 'factor', 'Three times a week'),
  'care.skin7': est(0.08, 'factor', 'Every day'),
  'care.top1': est(0.6, 'factor', 'Brushed on the surface once a week'),
  'care.top3': est(0.5, 'factor', 'Three times a week'),
  'care.top7': est(0.4, 'factor', 'Every day'),
  'rebook.sigma': est(0.35, 'ln', 'Spread of the rate of matting between dogs, of its logarithm'),
  'rebook.index': est(12, 'index', 'Mat index that the next visit should come before'),
  'rebook.chance': est(0.8, 'share', 'With this chance'),
  'rebook.least': est(3, 'weeks', 'Shortest time to the next visit'),
  'rebook.most': est(12, 'weeks', 'Longest time to the next visit'),
  'rebook.most-wire': est(16, 'weeks', 'Longest time for a wire coat'),
  'rebook.puppy': trade(4, 'weeks', 'Puppies come monthly'),

  'wish.hope0': est(25, '% kept', 'Coat an owner hopes for who does not mind the length'),
  'wish.hope1': est(50, '% kept', 'Who would like to keep some'),
  'wish.hope2': est(80, '% kept', 'Who wants to keep it'),
  'wish.hope3': est(100, '% kept', 'Who wants every hair'),
  'coat.smooth': est(60, 'g/m2/cm', 'Coat of a square metre for each centimetre of length: smooth'),
  'coat.double': est(150, 'g/m2/cm', 'The same: double'),
  'coat.silky': est(80, 'g/m2/cm', 'The same: silky'),
  'coat.drop-double': est(110, 'g/m2/cm', 'The same: drop-double'),
  'coat.feathered': est(90, 'g/m2/cm', 'The same: feathered'),
  'coat.curly': est(120, 'g/m2/cm', 'The same: curly'),
  'coat.cotton': est(130, 'g/m2/cm', 'The same: cotton'),
  'coat.wire': est(100, 'g/m2/cm', 'The same: wire'),
  'coat.corded': est(250, 'g/m2/cm', 'The same: corded'),
  'coat.hairless': est(20, 'g/m2/cm', 'The same: hairless'),
  'pickup.smooth': est(1.4, 'g/g', 'Water that a gram of coat holds when it has stopped dripping: smooth'),
  'pickup.double': est(2, 'g/g', 'The same: double'),
  'pickup.silky': est(1.7, 'g/g', 'The same: silky'),
  'pickup.drop-double': est(1.9, 'g/g', 'The same: drop-double'),
  'pickup.feathered': est(1.7, 'g/g', 'The same: feathered'),
  'pickup.curly': est(2.2, 'g/g', 'The same: curly'),
  'pickup.cotton': est(2.3, 'g/g', 'The same: cotton'),
  'pickup.wire': est(1.6, 'g/g', 'The same: wire'),
  'pickup.corded': est(3, 'g/g', 'The same: corded'),
  'pickup.hairless': est(1.2, 'g/g', 'The same: hairless'),
  'bare.hairless': est(0.7, 'share', 'Skin without coat on a hairless dog, where nothing is said'),
  'towel.squeeze': est(0.15, 'share', 'Water that squeezing takes'),
  'towel.cloth': est(0.25, 'share', 'What an absorbent cloth takes of what is left'),
  'towel.share': est(0.15, 'share', 'What a towel takes of what is left'),
  'towel.most': est(250, 'g', 'What a towel takes at most'),
  'towel.each': est(500, 'g', 'One towel for so much water left'),
  'towel.count': est(3, 'towels', 'Most towels'),
  'air.k': est(0.3, '1/min', 'Free water that a high-velocity dryer drives off, share a minute'),
  'air.flow': est(60, 'L/s', 'Its flow'),
  'air.surface': est(0.5, 'm2', 'Body surface at which that holds'),
  'air.length-base': est(0.6, 'factor', 'Slower the longer the coat: at 0 cm'),
  'air.length-per-cm': est(0.2, 'factor/cm', 'The same, growth with length and density'),
  'air.bound': est(
    0.35,
    'g/g',
    'Water that clings to the fibre and is not blown off (keratin takes up about 0.3 of its weight)',
  ),
  'air.rise': est(14, 'C', 'How much warmer than the room its air is'),
  'air.share': est(0.3, 'share', 'How much of what its air could carry off it does'),
  'air.gone': trade(0.9, 'share', 'Dripping water gone before brush-drying'),
  'air.left': est(0.25, 'g/g', 'Or water left in the coat'),
  'air.low': est(0.5, 'factor', 'The low setting'),
  'order.hidden': est(1.25, 'factor', 'Hidden places dry so much later than their coat alone would'),
  'order.ears': est(1.4, 'factor', 'Ears, the same: they soak up water while the body is blown'),
  'brush.flow': est(0.035, 'm3/s', 'Flow of a hand or stand dryer'),
  'brush.outlet': est(50, 'C', 'Its outlet, never at the skin'),
  'brush.share': est(0.5, 'share', 'How much of what its air could carry off it does, with brushing'),
  'brush.done': est(0.15, 'g/g', 'Water left in a coat that counts as dry'),
  'brush.falling': est(0.15, 'g/g', 'Closer than this to its regain a coat dries ever more slowly'),
  'brush.floor.curl': est(40, 'min/m2', 'Brushing straight, curly and cotton: the hands need so long'),
  'brush.floor.drop': est(25, 'min/m2', 'The same, drop and silky'),
  'brush.floor.other': est(15, 'min/m2', 'The same, others'),

  'consent.coat': est(5, 'points', 'Coat kept may fall by this much before a yes has to be asked for again'),
  'consent.hours': est(24, 'hours', "How long an owner's link stays open"),

  'name.look-first': est(1 / 3, 'share', 'Unlooked-at surface from which an open verdict means: look first'),
  'name.strip': est(0.3, 'share', 'Stripped surface from which the groom is a strip'),
  'name.splice': est(0.1, 'share', 'Spliced surface from which the groom is a splice'),
} as const satisfies Record<string, Estimate>

export type EstimateId = keyof typeof ESTIMATES
export const ESTIMATE_IDS = Object.keys(ESTIMATES) as EstimateId[]

/** The salon's numbers: every estimate by id, the salon's own value where it has one. */
export type House = Readonly<Record<EstimateId, number>>

/** @returns the numbers to plan with; `changes` holds the salon's own values. */
export function houseWith(changes: Partial<Record<EstimateId, number>> = {}): House {
  const house = {} as Record<EstimateId, number>
  for (const id of ESTIMATE_IDS) house[id] = changes[id] ?? ESTIMATES[id].value
  return house
}

export const DEFAULT_HOUSE: House = houseWith()

/** Raised whenever the same assessment would give another plan. */
export const MODEL_VERSION = '1.2.0'
