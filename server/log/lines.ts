import { QueryTypes, type Sequelize } from 'sequelize'
import type { GivesOf } from '../../contract/api/endpoint.ts'
import { LOG_AREAS, LOG_ENTITIES, type LogArea, type LogEntity, type logApi } from '../../contract/api/log.ts'
import { iso } from '../db/documents.ts'

const AT_ONCE = 100

interface Asked {
  readonly area?: LogArea | undefined
  readonly person?: string | undefined
  readonly before?: string | undefined
}

/** The log of changes, read. */
export class LogRepo {
  readonly #sequelize: Sequelize
  constructor(sequelize: Sequelize) {
    this.#sequelize = sequelize
  }

  async lines({ area, person, before }: Asked): Promise<GivesOf<typeof logApi.lines>> {
    const rows = await this.#sequelize.query<{
      id: string
      at: Date
      by: string | null
      device: string | null
      entity: LogEntity
      action: string
      about: string | null
      dog_id: string | null
    }>(
      `SELECT l.id, l.at, p.name AS by, t.name AS device, l.entity, l.action, of.dog_id,
         COALESCE(d.name, CASE l.entity
           WHEN 'client' THEN (SELECT name FROM clients WHERE id = l.entity_id::uuid)
           WHEN 'person' THEN (SELECT name FROM people WHERE id = l.entity_id::uuid)
           WHEN 'product' THEN (SELECT name FROM products WHERE id::text = l.entity_id)
           WHEN 'setting' THEN l.entity_id
           WHEN 'access' THEN NULLIF(l.entity_id, '') END) AS about
       FROM (SELECT * FROM change_log WHERE entity IN (:entities)
               AND (:person::uuid IS NULL OR actor_id = :person) AND (:before::bigint IS NULL OR id < :before)
             ORDER BY id DESC LIMIT ${AT_ONCE + 1}) l
       LEFT JOIN people p ON p.id = l.actor_id
       LEFT JOIN paired t ON t.id = l.device_id
       LEFT JOIN LATERAL (SELECT CASE
           WHEN l.entity IN ('visit', 'goodbye', 'bath') THEN (SELECT dog_id FROM visits WHERE id = l.entity_id::uuid)
           WHEN l.entity = 'assessment' THEN (SELECT v.dog_id FROM assessments a JOIN visits v ON v.id = a.visit_id WHERE a.id = l.entity_id::uuid)
           WHEN l.entity = 'plan' THEN (SELECT v.dog_id FROM plans x JOIN assessments a ON a.id = x.assessment_id JOIN visits v ON v.id = a.visit_id WHERE x.id = l.entity_id::uuid)
           WHEN l.entity = 'consent' THEN (SELECT v.dog_id FROM consents x JOIN visits v ON v.id = x.visit_id WHERE x.id = l.entity_id::uuid)
           WHEN l.entity = 'photo' THEN (SELECT v.dog_id FROM photos x JOIN visits v ON v.id = x.visit_id WHERE x.id = l.entity_id::uuid)
           WHEN l.entity = 'drying' THEN (SELECT v.dog_id FROM dryings x JOIN visits v ON v.id = x.visit_id WHERE x.id = l.entity_id::uuid)
           WHEN l.entity = 'dog' THEN l.entity_id::uuid END AS dog_id) of ON true
       LEFT JOIN dogs d ON d.id = of.dog_id
       ORDER BY l.id DESC`,
      {
        type: QueryTypes.SELECT,
        replacements: {
          entities: [...(area ? LOG_AREAS[area] : LOG_ENTITIES)],
          person: person ?? null,
          before: before ?? null,
        },
      },
    )
    return {
      more: rows.length > AT_ONCE,
      lines: rows.slice(0, AT_ONCE).map(({ id, at, by, device, entity, action, about, dog_id }) => ({
        id: String(id),
        at: iso(at),
        by,
        device,
        entity,
        action,
        about,
        dogId: about === null ? null : dog_id,
      })),
    }
  }
}
