import { Op } from 'sequelize'
import type { Prep } from '../../contract/api/day.ts'
import { assembleFile } from '../../contract/formats/assemble.ts'
import { type PrepDog, prepOf } from '../../contract/formats/prep.ts'
import { productOf } from '../../contract/formats/products.ts'
import { readAssessment } from '../../contract/formats/read-assessment.ts'
import { houseWith, planWhole } from '../../core/index.ts'
import { iso, sideRow } from '../db/documents.ts'
import { AssessmentRow, BathRow, ScoreRow, VisitRow } from '../db/models/index.ts'
import { plansInForce } from '../plan/in-force.ts'
import { madeFrom } from '../plan/needs.ts'
import type { SalonRepo } from '../salon/salon.ts'
import type { ShelfRepo } from '../shelf/shelf.ts'
import type { DaySpan } from './dates.ts'

/** The day ahead: every dog that is not through its bath, by its plan, or by what is usual for its coat. */
export class PrepRepo {
  readonly #salon: SalonRepo
  readonly #shelf: ShelfRepo
  constructor(salon: SalonRepo, shelf: ShelfRepo) {
    this.#salon = salon
    this.#shelf = shelf
  }

  async read({ from, to, date }: DaySpan): Promise<Prep> {
    const [salon, products] = await Promise.all([this.#salon.read(), this.#shelf.all()])
    const visits = await VisitRow.findAll({
      where: { startsAt: { [Op.gte]: from, [Op.lt]: to }, station: { [Op.notIn]: ['ready', 'gone'] }, calledOff: null },
      order: [['startsAt', 'ASC']],
    })
    const ids = visits.map(({ id }) => id)
    const [assessments, baths, plans] = await Promise.all([
      AssessmentRow.findAll({ where: { visitId: ids, role: 'first' } }),
      BathRow.findAll({ where: { visitId: ids } }),
      plansInForce(ids),
    ])
    const scores = await ScoreRow.findAll({ where: { assessmentId: assessments.map(({ id }) => id) } })
    const dogs = visits.map((visit): PrepDog => {
      const assessment = assessments.find(({ visitId }) => visitId === visit.id)
      const row = plans.get(visit.id)
      const bath = baths.find(({ visitId }) => visitId === visit.id)
      const common = {
        visitId: visit.id,
        name: visit.arrival.dog.name ?? 'A dog',
        startsAt: iso(visit.startsAt),
        personId: visit.personId,
        swaps: bath?.swaps ?? {},
        booked: Boolean(bath?.bookedAt),
      }
      if (row) return { ...common, ...madeFrom(row), plan: row.plan, looked: true }
      const rows = scores.filter(({ assessmentId }) => assessmentId === assessment?.id).map(sideRow)
      const house = houseWith(salon.estimates)
      const file = assembleFile(visit.arrival, 'arrival', rows, null, { schools: salon.schools })
      const guessed = readAssessment(file, house)
      return { ...common, assessment: guessed, plan: planWhole(guessed, house), house, looked: rows.length > 0 }
    })
    const shelf = products.map((product) => productOf(product, date))
    return prepOf(date, dogs, shelf, salon.equipment)
  }
}
