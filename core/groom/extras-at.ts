import { REGION_SIDES } from '../body/regions.ts'
import type { Assessment } from '../dog/dog.ts'
import { EXTRA_PLACES, type ExtraId } from '../dog/extras.ts'
import type { GroomStep } from './step.ts'

type Where = Pick<GroomStep, 'kind' | 'treatment' | 'indexes' | 'solutionMl'>

const worksCoat = ({ kind }: Where): boolean => kind === 'coat' || kind === 'cut' || kind === 'blend'

/** The steps that could go against each thing an owner asks for. */
const AT: Readonly<Record<ExtraId, (step: Where) => boolean>> = {
  'lashes-stay': worksCoat,
  'lashes-off': worksCoat,
  'ears-grow': worksCoat,
  'tail-grow': worksCoat,
  'keep-beard': worksCoat,
  'no-feet': worksCoat,
  'strip-all': ({ treatment }) => treatment === 'strip',
  'nails-short': ({ kind }) => kind === 'nails',
  // Air on the head is air, wherever in the groom it stands.
  'no-dryer-on-head': ({ kind, treatment }) => kind === 'dry' || treatment === 'blow-out',
  'no-perfume': ({ kind, solutionMl }) => (kind === 'bath' && solutionMl > 0) || kind === 'show',
}

/** What the owner asked for that a step has to keep: where it goes over the place, with what could go against it. */
export function extrasAt(step: Where, { wishes }: Assessment): ExtraId[] {
  // Nails are a matter of the whole dog, as everything is that names no places.
  const everywhere = step.indexes.length === 0 || step.kind === 'nails'
  const over = (id: ExtraId): boolean => {
    const places = EXTRA_PLACES[id]
    return places === null || everywhere || step.indexes.some((index) => places.has(REGION_SIDES[index]!.region))
  }
  return wishes.extras.filter((id) => AT[id](step) && over(id))
}
