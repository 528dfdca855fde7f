/** Where a dog may be on its way through the salon, in the order of the work. */
export const STATION_IDS = ['expected', 'arrived', 'look', 'verdict', 'bath', 'dry', 'cut', 'ready', 'gone'] as const

export type Station = (typeof STATION_IDS)[number]
