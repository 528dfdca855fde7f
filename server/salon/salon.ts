import { randomUUID } from 'node:crypto'
import { QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import type { GivesOf } from '../../contract/api/endpoint.ts'
import { FOR_EVER, type Keeps } from '../../contract/api/keeps.ts'
import type { Person, PersonFields, Salon, SchoolDate, salonApi } from '../../contract/api/salon.ts'
import { type Premises, STARTING_PREMISES, type Work } from '../../contract/formats/places.ts'
import { BadInput } from '../../contract/formats/problem.ts'
import { countryOf } from '../../contract/words/countries.ts'
import type { Habits } from '../../contract/words/habits.ts'
import {
  type EstimateId,
  MODEL_VERSION,
  PERSONAL_SCHOOLS,
  SCHOOL_IDS,
  SCHOOLS,
  type SchoolId,
  STARTING_EQUIPMENT,
  STARTING_PRICES,
} from '../../core/index.ts'
import { iso } from '../db/documents.ts'
import { ensured } from '../db/ensured.ts'
import { NotFound, named, TooLate } from '../db/errors.ts'
import { takeTurn } from '../db/locks.ts'
import { logChange } from '../db/log.ts'
import { PersonRow, SettingRow, VisitRow, withinSalon } from '../db/models/index.ts'

/** A setting that is there while the made-up salon is written. */
const DEMO_LOADING = 'demo-loading'

/** In the money of the country. */
const startingPrices = (country: unknown): Salon['prices'] => ({
  ...STARTING_PRICES,
  currency: countryOf(String(country))?.currency ?? STARTING_PRICES.currency,
})

function habitsOf(value: (key: string) => unknown): Habits {
  const country = (value('country') ?? null) as Habits['country']
  return {
    country,
    zone: new Intl.DateTimeFormat().resolvedOptions().timeZone,
    units: (value('units') as Habits['units'] | undefined) ?? countryOf(country ?? '')?.units ?? 'metric',
  }
}

/** The salon: its name, its people, its own numbers. */
export class SalonRepo {
  readonly #sequelize: Sequelize
  constructor(sequelize: Sequelize) {
    this.#sequelize = sequelize
  }

  async read(): Promise<Salon> {
    const [settings, people] = await Promise.all([
      SettingRow.findAll(),
      PersonRow.findAll({ order: [['name', 'ASC']] }),
    ])
    const value = (key: string): unknown => settings.find((row) => row.key === key)?.value
    const habits = habitsOf(value)
    return {
      name: String(value('name') ?? 'Your salon'),
      demo: value('demo') === true,
      founded: value('name') !== undefined,
      loading: value(DEMO_LOADING) === true,
      ...habits,
      model: MODEL_VERSION,
      people: people.map(({ id, name, role, experience, schools, work, leftAt }) => ({
        id,
        name,
        role,
        experience,
        schools,
        ...(work ? { work } : {}),
        left: leftAt !== null && leftAt !== undefined,
      })),
      estimates: (value('estimates') ?? {}) as Salon['estimates'],
      prices: (value('prices') ?? startingPrices(value('country'))) as Salon['prices'],
      schools: (value('schools') ?? {}) as Salon['schools'],
      equipment: (value('equipment') ?? {
        ...STARTING_EQUIPMENT,
        units: habits.units,
      }) as Salon['equipment'],
      papers: (value('papers') ?? []) as Salon['papers'],
      keeps: { ...FOR_EVER, ...(value('keeps') as Partial<Keeps> | undefined) },
      premises: (value('premises') ?? STARTING_PREMISES) as Salon['premises'],
    }
  }

  /** How it writes what an owner is shown. */
  async habits(): Promise<Habits> {
    const settings = await SettingRow.findAll({ where: { key: ['country', 'units'] } })
    return habitsOf((key) => settings.find((row) => row.key === key)?.value)
  }

  /** What of a salon of one's own was set up by hand, or is there. */
  async setup(): Promise<GivesOf<typeof salonApi.setup>> {
    const [row] = await this.#sequelize.query<GivesOf<typeof salonApi.setup>>(
      `SELECT EXISTS (SELECT FROM settings WHERE key = 'prices') AS prices,
         EXISTS (SELECT FROM settings WHERE key = 'equipment') AS equipment,
         (SELECT count(*)::int FROM products WHERE retired_at IS NULL) AS products,
         (SELECT count(*)::int FROM tools WHERE retired_at IS NULL) AS tools,
         (SELECT count(*)::int FROM dogs) AS dogs`,
      { type: QueryTypes.SELECT },
    )
    return row!
  }

  async setEstimate(id: EstimateId, value: number | null, actorId: string | null): Promise<Salon> {
    return this.#setEntry('estimates', id, value, actorId)
  }

  /** The same within a transaction. */
  enterEstimate(id: EstimateId, value: number | null, actorId: string | null, t: Transaction): Promise<void> {
    return this.#enter('estimates', id, value, actorId, t)
  }

  /**
   * A way of the house, or of one person.
   * @throws {BadInput} for an option that this way does not have, and a person's own way where it is the house's alone
   */
  async setSchool(
    id: SchoolId,
    option: string | null,
    actorId: string | null,
    personId: string | null = null,
  ): Promise<Salon> {
    const options: readonly string[] = SCHOOLS[id]
    if (option !== null && !options.includes(option))
      throw new BadInput([{ path: 'option', value: option, expected: `one of ${options.join(', ')}` }])
    if (personId !== null) return this.#setPersonSchool(personId, id, option, actorId)
    // The default is kept as nothing, so that a better default reaches a house that never chose.
    return this.#setEntry('schools', id, option === options[0] ? null : option, actorId)
  }

  async #setPersonSchool(
    personId: string,
    id: SchoolId,
    option: string | null,
    actorId: string | null,
  ): Promise<Salon> {
    if (!PERSONAL_SCHOOLS.has(id))
      throw new BadInput([{ path: 'id', value: id, expected: `one of ${[...PERSONAL_SCHOOLS].join(', ')}` }])
    await this.#sequelize.transaction(async (t) => {
      const row = await PersonRow.findByPk(personId, { transaction: t, lock: true })
      if (!row) throw new NotFound('person', personId)
      const { [id]: before, ...others } = row.schools
      await row.update({ schools: option === null ? others : { ...others, [id]: option } }, { transaction: t })
      const change = { school: id, from: before ?? null, to: option }
      await logChange({ actorId, entity: 'person', entityId: personId, action: 'school', change }, t)
    })
    return this.read()
  }

  /** When each way was chosen last, by whom. */
  async schoolDates(): Promise<SchoolDate[]> {
    const rows = await this.#sequelize.query<{
      id: string
      person_id: string | null
      at: Date
      by: string | null
      option: string | null
    }>(
      `SELECT DISTINCT ON (l.entity, l.entity_id, l.change ->> 'school')
         COALESCE(l.change ->> 'school', l.entity_id) AS id,
         CASE WHEN l.entity = 'person' THEN l.entity_id END AS person_id,
         l.at, p.name AS by, l.change ->> 'to' AS option
       FROM change_log l LEFT JOIN people p ON p.id = l.actor_id
       WHERE (l.entity = 'setting' AND l.entity_id IN (:ids)) OR (l.entity = 'person' AND l.action = 'school')
       ORDER BY l.entity, l.entity_id, l.change ->> 'school', l.id DESC`,
      { type: QueryTypes.SELECT, replacements: { ids: SCHOOL_IDS } },
    )
    return rows.map(({ id, person_id, at, by, option }) => ({ id, personId: person_id, at: iso(at), by, option }))
  }

  /** One entry of a setting that is a table; null takes it out. */
  async #setEntry(key: string, id: string, value: unknown, actorId: string | null): Promise<Salon> {
    await this.#sequelize.transaction((t) => this.#enter(key, id, value, actorId, t))
    return this.read()
  }

  async #enter(key: string, id: string, value: unknown, actorId: string | null, t: Transaction): Promise<void> {
    await ensured(SettingRow, key, { key, value: {} }, t)
    const row = (await SettingRow.findByPk(key, { transaction: t, lock: true }))!
    const { [id]: before, ...others } = row.value as Record<string, unknown>
    await row.update({ value: value === null ? others : { ...others, [id]: value } }, { transaction: t })
    await logChange(
      { actorId, entity: 'setting', entityId: id, action: 'changed', change: { from: before ?? null, to: value } },
      t,
    )
  }

  setPrices(prices: Salon['prices'], actorId: string | null): Promise<Salon> {
    return this.#setWhole('prices', prices, actorId)
  }

  setEquipment(equipment: Salon['equipment'], actorId: string | null): Promise<Salon> {
    return this.#setWhole('equipment', equipment, actorId)
  }

  async #setWhole(key: string, value: unknown, actorId: string | null): Promise<Salon> {
    await this.#sequelize.transaction(async (t) => {
      const before = await SettingRow.findByPk(key, { transaction: t, lock: true })
      await SettingRow.upsert({ key, value }, { ...withinSalon('key'), transaction: t })
      const change = { from: before?.value ?? null, to: value }
      await logChange({ actorId, entity: 'setting', entityId: key, action: 'changed', change }, t)
    })
    return this.read()
  }

  setCountry(country: string, actorId: string | null): Promise<Salon> {
    return this.#setWhole('country', country, actorId)
  }

  setUnits(units: Habits['units'], actorId: string | null): Promise<Salon> {
    return this.#setWhole('units', units, actorId)
  }

  setPapers(papers: readonly string[], actorId: string | null): Promise<Salon> {
    return this.#setWhole('papers', papers, actorId)
  }

  setKeeps(keeps: Keeps, actorId: string | null): Promise<Salon> {
    return this.#setWhole('keeps', keeps, actorId)
  }

  setPremises(premises: Premises, actorId: string | null): Promise<Salon> {
    return this.#setWhole('premises', premises, actorId)
  }

  async setWork(id: string, work: Work, actorId: string | null): Promise<Salon> {
    await this.#sequelize.transaction(async (t) => {
      const row = await PersonRow.findByPk(id, { transaction: t, lock: true })
      if (!row) throw new NotFound('person', id)
      await row.update({ work }, { transaction: t })
      await logChange({ actorId, entity: 'person', entityId: id, action: 'work', change: work }, t)
    })
    return this.read()
  }

  rename(name: string, actorId: string | null): Promise<Salon> {
    return this.#setWhole('name', name, actorId)
  }

  /** @throws {NameTaken} where somebody who works here is called so */
  async addPerson(fields: PersonFields, actorId: string | null): Promise<Salon> {
    await named('person', fields.name, () =>
      this.#sequelize.transaction(async (t) => {
        const row = await PersonRow.create({ id: randomUUID(), ...fields }, { transaction: t })
        await logChange({ actorId, entity: 'person', entityId: row.id, action: 'added', change: fields }, t)
      }),
    )
    return this.read()
  }

  /** @param leftAt when they left; null while they are here @throws {NameTaken} */
  async changePerson(id: string, fields: PersonFields, leftAt: Date | null, actorId: string | null): Promise<Salon> {
    await named('person', fields.name, () =>
      this.#sequelize.transaction(async (t) => {
        const row = await PersonRow.findByPk(id, { transaction: t, lock: true })
        if (!row) throw new NotFound('person', id)
        // Who left stays gone since the day they left.
        await row.update({ ...fields, leftAt: leftAt && (row.leftAt ?? leftAt) }, { transaction: t })
        const change = { ...fields, left: leftAt !== null }
        await logChange({ actorId, entity: 'person', entityId: id, action: 'changed', change }, t)
      }),
    )
    return this.read()
  }

  async isEmpty(): Promise<boolean> {
    const [people, visits, named] = await Promise.all([
      PersonRow.count(),
      VisitRow.count(),
      SettingRow.findByPk('name'),
    ])
    return people === 0 && visits === 0 && named === null
  }

  /** A made-up salon whose loading was cut off, by a kill or a full disk. */
  async isHalfLoaded(): Promise<boolean> {
    return (await SettingRow.findByPk(DEMO_LOADING))?.value === true
  }

  async demoLoaded(): Promise<void> {
    await SettingRow.update({ value: false }, { where: { key: DEMO_LOADING } })
  }

  /**
   * Names an empty salon and its people, all or nothing.
   * @param own settings it begins with, by their keys @throws {TooLate} where there is one already
   */
  async found(name: string, people: readonly Person[], demo: boolean, own: object = {}): Promise<void> {
    await this.#sequelize.transaction(async (t) => {
      // Two who begin at once: the second finds it begun.
      await takeTurn(this.#sequelize, 'settings', t)
      if (await SettingRow.findByPk('name', { transaction: t })) throw new TooLate('there is a salon here already')
      await SettingRow.bulkCreate(
        [
          { key: 'name', value: name },
          { key: 'demo', value: demo },
          ...Object.entries(own).map(([key, value]) => ({ key, value })),
          // Until all of it is there; nobody else has written anything meanwhile.
          ...(demo ? [{ key: DEMO_LOADING, value: true }] : []),
        ],
        { transaction: t },
      )
      await PersonRow.bulkCreate(
        people.map(({ left: _, ...person }) => person),
        { transaction: t },
      )
      await logChange({ actorId: null, entity: 'setting', entityId: 'salon', action: 'founded', change: { name } }, t)
    })
  }
}
