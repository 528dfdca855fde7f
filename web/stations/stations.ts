import type { Station } from '../../contract/api/api.ts'

export interface RailStop {
  readonly label: string
  /** Where its screen is. */
  readonly path: string
  /** Stations of the record that stand at this stop. */
  readonly at: readonly Station[]
}

/** The dog's way, in the order of the work. */
export const STATIONS: readonly RailStop[] = [
  { label: 'Arrival', path: 'arrival', at: ['expected', 'arrived'] },
  { label: 'Look', path: 'look', at: ['look'] },
  { label: 'Verdict', path: 'verdict', at: ['verdict'] },
  { label: 'Bath', path: 'bath', at: ['bath'] },
  { label: 'Dry', path: 'dry', at: ['dry'] },
  { label: 'Cut', path: 'cut', at: ['cut'] },
  { label: 'Goodbye', path: 'goodbye', at: ['ready', 'gone'] },
]
