import type { DryingCaution, DryingHow, DryMethod, RoomWay } from '../../core/index.ts'

export const DRY_METHOD_LABEL: Record<DryMethod, string> = {
  straight: 'Straight: brushed from the root as it dries, section by section',
  flat: 'Flat: with the growth, nozzle on the coat',
  lifted: 'Lifted: against the growth with air, then laid',
  layered: 'In layers from below, long strokes with the lie',
  natural: 'Towel and air; nothing to brush straight',
}

export const DRYING_CAUTION_TEXT: Record<DryingCaution, string> = {
  'will-not-dry': 'Will not get dry like this: warm the room or open a window.',
  'no-heated-cage': 'No heated cage or cabinet, low heat, breaks, and nobody leaves this dog.',
  'cool-air-on-sore-skin': 'Sore skin: cool air there.',
  'no-high-velocity': 'This dog takes no strong dryer: towels and a hand dryer only.',
  'low-setting': 'Low setting, start far from the head, and watch.',
  'no-hood': 'No ear hood: an ear is swollen.',
  'air-off-findings': 'No air on what was found; the bench says where.',
  'no-dryer-on-head': 'No dryer on the head, as the owner asked: towel, and a brush as it dries.',
  'hood-on': 'Ear hood on while the body is blown; it also soaks up water.',
  'belly-loop-padded': 'Padded belly loop before the dryer starts.',
}

export const ROOM_WAY_LABEL: Record<RoomWay, string> = {
  shut: 'Windows shut',
  window: 'A window open',
  dehumidifier: 'With the dehumidifier',
}

/** Where, from where and with what, by the house's ways. */
export function dryingHowText({ bulkIn, finishIn, start, brush }: DryingHow): string {
  const where =
    bulkIn === finishIn
      ? bulkIn === 'tub'
        ? 'All in the tub'
        : 'All on the table'
      : 'Bulk of the water in the tub, finish on the table'
  const with_ = brush ? `, ${brush === 'pin' ? 'pin brush without ball tips' : 'slicker'}` : ''
  return `${where}; ${start === 'underside' ? 'feet and underside first' : 'from the top down'}${with_}.`
}
