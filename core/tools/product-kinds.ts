/** Kinds that a bath plan puts on a dog. */
export const BATH_KIND_IDS = [
  'cleansing',
  'degreasing',
  'tearless-face',
  'moisturising',
  'brightening',
  'stain-soak',
  'texturising',
  'deshedding-shampoo',
  'soothing',
  'hypoallergenic',
  'medicated',
  'flea',
  'conditioner',
  'deshedding-conditioner',
  'mask',
  'keratin',
  'demat-cream',
  'leave-in',
  'ear-cleaner',
] as const

export const PRODUCT_KIND_IDS = [
  ...BATH_KIND_IDS,
  // For other stations, or for hands.
  'detangler',
  'drying-spray',
  'antistatic',
  'heat-protectant',
  'ear-powder',
  'styptic',
  'blade-coolant',
  'blade-oil',
  'blade-disinfectant',
  'antiseptic-spray',
  'grip-chalk',
  'paw-balm',
  'cologne',
  'tooth-gel',
] as const
export type ProductKind = (typeof PRODUCT_KIND_IDS)[number]

/** Shampoos that a whole coat is washed with, as the house mixes them; what a vet prescribes goes by its label. */
export const WASHES = [
  'cleansing',
  'degreasing',
  'moisturising',
  'brightening',
  'texturising',
  'deshedding-shampoo',
  'soothing',
  'hypoallergenic',
] as const satisfies readonly ProductKind[]
