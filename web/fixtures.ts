import type { Salon, SideRow, Visit } from '../contract/api.ts'
import { assembleFile } from '../contract/assemble.ts'
import type { EquipmentFile } from '../contract/equipment.ts'
import { readAssessment } from '../contract/read-assessment.ts'
import {
  DEFAULT_HOUSE,
  MODEL_VERSION,
  planGroom,
  REGION_SIDES,
  STARTING_EQUIPMENT,
  STARTING_PRICES,
} from '../core/index.ts'

/** A salon and a visit for tests of screens, as the server sends them. */
export const EBBA = '00000000-0000-4000-8000-000000000001'
export const NOOR = '00000000-0000-4000-8000-000000000002'
const at = '2026-03-04T09:00:00.000Z'

export const aSalon = (changes: Partial<Salon> = {}): Salon => ({
  name: 'Walnut Yard',
  demo: true,
  model: MODEL_VERSION,
  people: [
    { id: EBBA, name: 'Ebba', role: 'groomer', experience: 'practised', schools: {} },
    { id: NOOR, name: 'Noor', role: 'groomer', experience: 'expert', schools: {} },
  ],
  estimates: {},
  prices: STARTING_PRICES,
  schools: {},
  equipment: STARTING_EQUIPMENT as EquipmentFile,
  ...changes,
})

/** Every place looked at and clean, but for what is changed. */
export const rowsWith = (found: (region: SideRow['region'], side: SideRow['side']) => Partial<SideRow>): SideRow[] =>
  REGION_SIDES.map(
    ({ region, side }): SideRow => ({
      region,
      side,
      mat: 0,
      undercoat: 0,
      condition: 1,
      skin: 0,
      extent: null,
      standoffMm: null,
      findings: [],
      tags: [],
      leave: null,
      ...found(region, side),
    }),
  )

export const KNOTTED = rowsWith((region) => (region === 'armpit' ? { mat: 2, extent: 0.5, standoffMm: 6 } : {}))

/** A trimmed wool coat with knots in its armpits, its plan taken. */
export function aVisit(changes: Partial<Visit> = {}): Visit {
  const id = '00000000-0000-4000-8000-0000000000b1'
  const arrival: Visit['arrival'] = {
    dog: { name: 'Juniper', breed: 'cockapoo', coatType: 'curly', weightKg: 10, ageMonths: 40 },
    wishes: { style: 'trim', keepLength: 1 },
  }
  const assessment: Visit['assessment'] = {
    id: '00000000-0000-4000-8000-0000000000a1',
    revision: 3,
    visitId: id,
    role: 'first',
    stage: 'arrival',
    scorerId: EBBA,
    updatedAt: at,
    rows: KNOTTED,
  }
  const plan = planGroom(readAssessment(assembleFile(arrival, 'arrival', KNOTTED)), DEFAULT_HOUSE)
  const record: NonNullable<Visit['acceptedPlan']> = {
    id: '00000000-0000-4000-8000-0000000000c1',
    assessmentId: assessment.id,
    assessmentRevision: 3,
    model: MODEL_VERSION,
    createdAt: at,
    acceptedAt: at,
    acceptedBy: EBBA,
    style: null,
    reason: null,
    price: 6100,
    needs: [],
    plan,
  }
  return {
    id,
    startsAt: at,
    slotMinutes: 150,
    station: 'ready',
    personId: EBBA,
    dogId: '00000000-0000-4000-8000-0000000000d1',
    arrival,
    client: {
      id: '00000000-0000-4000-8000-0000000000e1',
      name: 'Ansel Okoro-Whitby',
      phone: '555 0111',
      email: '',
      note: '',
    },
    scored: 39,
    plan: null,
    arrivalRevision: 1,
    assessment,
    second: null,
    latestPlan: record,
    acceptedPlan: record,
    progress: null,
    consents: [],
    quoted: 6100,
    past: [],
    known: { schools: {}, pace: {}, own: null },
    ...changes,
  }
}
