import { fixed } from '../numbers/fixed.ts'
import { COAT_TYPE_IDS, type CoatType, type LengthsMm } from './coat-types.ts'

/** Coat lengths in mm where nobody measured, by coat type. */
export const DEFAULT_LENGTHS = Object.fromEntries(
  COAT_TYPE_IDS.map((coat): [CoatType, LengthsMm] => [
    coat,
    {
      body: fixed(`length.${coat}.body`),
      legs: fixed(`length.${coat}.legs`),
      head: fixed(`length.${coat}.head`),
      ears: fixed(`length.${coat}.ears`),
      tail: fixed(`length.${coat}.tail`),
    },
  ]),
) as Readonly<Record<CoatType, LengthsMm>>
