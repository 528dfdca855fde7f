import { REGION_IDS, REGION_SIDES, type RegionId } from './regions.ts'

/** Which regions touch on the body, each pair written once: for mats that run on and lengths that must blend. */
const TOUCHING: readonly (readonly [RegionId, readonly RegionId[]])[] = [
  ['muzzle', ['eyes', 'cheek', 'throat']],
  ['eyes', ['crown', 'cheek']],
  ['crown', ['cheek', 'ear-outer', 'behind-ear', 'neck']],
  ['cheek', ['ear-outer', 'behind-ear', 'throat', 'neck']],
  ['ear-outer', ['ear-inner', 'behind-ear']],
  ['ear-inner', ['behind-ear']],
  ['behind-ear', ['neck']],
  ['neck', ['throat', 'shoulder', 'back', 'chest']],
  ['throat', ['chest']],
  ['chest', ['shoulder', 'foreleg', 'armpit', 'belly']],
  ['shoulder', ['back', 'side', 'foreleg', 'armpit']],
  ['back', ['side', 'rump']],
  ['side', ['rump', 'tuck', 'belly', 'armpit', 'hindleg']],
  ['tuck', ['belly', 'groin', 'hindleg']],
  ['belly', ['armpit', 'groin']],
  ['armpit', ['foreleg']],
  ['groin', ['hindleg', 'sanitary']],
  ['rump', ['tail', 'breeches', 'hindleg']],
  ['sanitary', ['tail', 'breeches']],
  ['breeches', ['hindleg', 'tail']],
  ['foreleg', ['front-paw']],
  ['hindleg', ['hind-paw']],
]

export const NEIGHBOURS: Readonly<Record<RegionId, readonly RegionId[]>> = (() => {
  const all = Object.fromEntries(REGION_IDS.map((id) => [id, [] as RegionId[]])) as Record<RegionId, RegionId[]>
  for (const [a, others] of TOUCHING)
    for (const b of others) {
      all[a].push(b)
      all[b].push(a)
    }
  return all
})()

/** Pairs of region-sides (by index) that touch: same side for two paired regions, either side for a single one. */
export const NEIGHBOUR_PAIRS: readonly (readonly [number, number])[] = REGION_SIDES.flatMap((a) =>
  REGION_SIDES.filter(
    (b) =>
      a.index < b.index &&
      NEIGHBOURS[a.region].includes(b.region) &&
      (a.side === null || b.side === null || a.side === b.side),
  ).map((b) => [a.index, b.index] as const),
)
