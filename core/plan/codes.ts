/**
 * What the verdict can say, as codes; the sentences stand in contract/words. The number is the rule in docs/model.md
 * that it belongs to; rules are never traded against coat or minutes.
 */
export const REFUSALS = {
  'felt-not-brushed': 1,
  'skin-sore': 2,
  'double-needs-yes': 5,
  'show-coat': 6,
  'wire-jacket': 7,
  'face-not-tolerated': 11,
  'scar-no-blade': 11,
  'no-air-on-packed-only': 0,
  'no-air-here': 0,
  'air-was-tried': 5,
  'dryer-not-tolerated': 5,
  'cover-too-short': 0,
  'shows-too-much': 0,
  'pull-it-out-first': 0,
  'paw-knots-are-cut': 0,
  'not-this-bad': 0,
  'too-tight-to-brush': 0,
  'needs-more-than-a-comb': 0,
  'cords-not-brushed': 0,
  'strip-decided': 0,
  'hand-card-over-visits': 5,
  'house-keeps-hair': 0,
  'not-on-rack': 0,
  'finding-in-the-way': 2,
} as const
export type Refusal = keyof typeof REFUSALS

export const LEAVE_REASONS = {
  'groom-stopped': 3,
  'skin-broken': 2,
  'vet-first': 2,
  'surgery-not-cleared': 11,
  'told-to-leave': 12,
  'finding-in-the-way': 2,
  'nothing-fits': 0,
} as const
export type LeaveReason = keyof typeof LEAVE_REASONS

export const CAUTIONS = {
  'under-felt': 1,
  'keep-tools-off-finding': 2,
  'lump-from-above': 2,
  'sore-no-heat-no-scrub': 2,
  'short-blade-on-sore-skin': 2,
  'spot-out-first': 4,
  'tight-on-skin': 4,
  'tight-by-shears': 4,
  'mat-not-combed': 4,
  'owner-decides-loss': 6,
  'tip-to-root-only': 6,
  'ear-edge': 9,
  'ear-pocket': 9,
  'tuck-web': 9,
  'armpit-web': 9,
  'groin-folds': 9,
  nipples: 9,
  'hock-hollow': 9,
  'throat-folds': 9,
  'never-dig': 9,
  'tips-away-from-eye': 10,
  'lips-and-tongue': 10,
  'toe-webs': 10,
  dewclaw: 10,
  'small-dryer-only': 0,
  'low-air-hood-on': 0,
  'no-blade-on-scar': 11,
} as const
export type Caution = keyof typeof CAUTIONS
