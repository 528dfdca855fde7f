import type { DryerKind, EuAction, GuardSays, Protector, RatingId, UnitSystem } from '../../core/index.ts'

export const DRYER_KIND_LABEL: Record<DryerKind, string> = {
  'high-velocity': 'High-velocity',
  'small-high-velocity': 'Small high-velocity',
  stand: 'Stand dryer',
  hand: 'Hand dryer',
}

export const PROTECTOR_LABEL: Record<Protector['kind'], string> = {
  muff: 'Ear muffs',
  'formable-plug': 'Formable plugs',
  plug: 'Other plugs',
}

export const RATING_LABEL: Record<RatingId, string> = { nrr: 'NRR (US)', snr: 'SNR (EU)' }

/** What a day's noise asks by the European rule. */
export const EU_ACTION_TEXT: Record<EuAction, string> = {
  none: 'under 80: nothing asked',
  lower: '80 and over: offer protection',
  upper: '85 and over: protection is worn',
  limit: 'over 87 at the ear: not allowed, share the dryer out',
}

export const UNIT_SYSTEM_LABEL: Record<UnitSystem, string> = {
  metric: 'Millilitres',
  us: 'US fluid ounces',
  imperial: 'Imperial fluid ounces',
}

/** What a guard says of hot metal or air; never a time. */
export const GUARD_TEXT: Record<GuardSays, string> = {
  fine: '',
  'cool-it': 'Warm: cool it before it goes on.',
  'change-it': 'Change it, or move on.',
  'off-now': 'Too hot: off the dog now.',
}
