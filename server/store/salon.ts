import type { Sequelize } from 'sequelize'
import type { LogLine, Person, Salon } from '../../contract/api.ts'
import { type EstimateId, MODEL_VERSION, STARTING_PRICES } from '../../core/index.ts'
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
    }
  }

  async setEstimate(id: EstimateId, value: number | null, actorId: string | null): Promise<Salon> {
    await this.#sequelize.transaction(async (t) => {
      await SettingRow.findOrCreate({
        where: { key: 'estimates' },
        defaults: { key: 'estimates', value: {} },
        transaction: t,
      })
      const row = (await SettingRow.findByPk('estimates', { transaction: t, lock: true }))!
      const { [id]: before, ...others } = row.value as Record<string, number>
      await row.update({ value: value === null ? others : { ...others, [id]: value } }, { transaction: t })
      await logChange(
        { actorId, entity: 'setting', entityId: id, action: 'changed', change: { from: before ?? null, to: value } },
        t,
      )
    })
    return this.read()
  }

  async setPrices(prices: Salon['prices'], actorId: string | null): Promise<Salon> {
    await this.#sequelize.transaction(async (t) => {
      const before = await SettingRow.findByPk('prices', { transaction: t, lock: true })
      await SettingRow.upsert({ key: 'prices', value: prices }, { transaction: t })
      await logChange(
        {
          actorId,
          entity: 'setting',
          entityId: 'prices',
          action: 'changed',
          change: { from: before?.value ?? null, to: prices },
        },
        t,
      )
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
