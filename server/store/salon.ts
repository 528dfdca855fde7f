import type { Sequelize } from 'sequelize'
import type { LogLine, Person, Salon } from '../../contract/api.ts'
import { BadInput } from '../../contract/problem.ts'
import {
  type EstimateId,
  MODEL_VERSION,
  SCHOOLS,
  type SchoolId,
  STARTING_EQUIPMENT,
  STARTING_PRICES,
} from '../../core/index.ts'
import { iso } from './documents.ts'
import { logChange } from './log.ts'
import { LogRow, PersonRow, SettingRow, VisitRow } from './models.ts'

const LOG_LINES = 200

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
    return {
      name: String(value('name') ?? 'Your salon'),
      demo: value('demo') === true,
      model: MODEL_VERSION,
      people: people.map(({ id, name, role, experience }) => ({ id, name, role, experience })),
      estimates: (value('estimates') ?? {}) as Salon['estimates'],
      prices: (value('prices') ?? STARTING_PRICES) as Salon['prices'],
      schools: (value('schools') ?? {}) as Salon['schools'],
      equipment: (value('equipment') ?? STARTING_EQUIPMENT) as Salon['equipment'],
    }
  }

  async setEstimate(id: EstimateId, value: number | null, actorId: string | null): Promise<Salon> {
    return this.#setEntry('estimates', id, value, actorId)
  }

  /** @throws {BadInput} for an option that this way does not have */
  async setSchool(id: SchoolId, option: string | null, actorId: string | null): Promise<Salon> {
    const options: readonly string[] = SCHOOLS[id]
    if (option !== null && !options.includes(option))
      throw new BadInput([{ path: 'option', value: option, expected: `one of ${options.join(', ')}` }])
    // The default is kept as nothing, so that a better default reaches a house that never chose.
    return this.#setEntry('schools', id, option === options[0] ? null : option, actorId)
  }

  /** One entry of a setting that is a table; null takes it out. */
  async #setEntry(key: string, id: string, value: unknown, actorId: string | null): Promise<Salon> {
    await this.#sequelize.transaction(async (t) => {
      await SettingRow.findOrCreate({ where: { key }, defaults: { key, value: {} }, transaction: t })
      const row = (await SettingRow.findByPk(key, { transaction: t, lock: true }))!
      const { [id]: before, ...others } = row.value as Record<string, unknown>
      await row.update({ value: value === null ? others : { ...others, [id]: value } }, { transaction: t })
      await logChange(
        { actorId, entity: 'setting', entityId: id, action: 'changed', change: { from: before ?? null, to: value } },
        t,
      )
    })
    return this.read()
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
      await SettingRow.upsert({ key, value }, { transaction: t })
      const change = { from: before?.value ?? null, to: value }
      await logChange({ actorId, entity: 'setting', entityId: key, action: 'changed', change }, t)
    })
    return this.read()
  }

  async log(entity: string, entityId: string): Promise<LogLine[]> {
    const rows = await LogRow.findAll({ where: { entity, entityId }, order: [['id', 'DESC']], limit: LOG_LINES })
    return rows.map((row) => ({
      id: String(row.id),
      at: iso(row.at),
      actorId: row.actorId,
      entity: row.entity,
      entityId: row.entityId,
      action: row.action,
    }))
  }

  async isEmpty(): Promise<boolean> {
    const [people, visits] = await Promise.all([PersonRow.count(), VisitRow.count()])
    return people === 0 && visits === 0
  }

  /** Names an empty salon and its people, all or nothing. */
  async found(name: string, people: readonly Person[], demo: boolean): Promise<void> {
    await this.#sequelize.transaction(async (t) => {
      await SettingRow.bulkCreate(
        [
          { key: 'name', value: name },
          { key: 'demo', value: demo },
        ],
        { transaction: t },
      )
      await PersonRow.bulkCreate([...people], { transaction: t })
      await logChange({ actorId: null, entity: 'setting', entityId: 'salon', action: 'founded', change: { name } }, t)
    })
  }
}
