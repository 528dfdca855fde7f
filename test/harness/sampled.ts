import * as z from 'zod'

/*
 * Bodies that an endpoint takes, made from its own schema: for tests that ask every endpoint for something and need more
 * than a refusal of the body.
 */
interface Json {
  readonly type?: string | readonly string[]
  readonly properties?: Readonly<Record<string, Json>>
  readonly items?: Json
  readonly prefixItems?: readonly Json[]
  readonly minItems?: number
  readonly anyOf?: readonly Json[]
  readonly oneOf?: readonly Json[]
  readonly allOf?: readonly Json[]
  readonly enum?: readonly unknown[]
  readonly const?: unknown
  readonly format?: string
  readonly pattern?: string
  readonly minimum?: number
  readonly maximum?: number
  readonly exclusiveMinimum?: number
  readonly minLength?: number
  readonly $ref?: string
  readonly $defs?: Readonly<Record<string, Json>>
}

export interface Filling {
  /** What stands for an id. @param name of the field it stands in */
  readonly id: (name: string) => string
  readonly now: Date
}

const LONG = 'Lorem ipsum dolor sit amet consectetur adipiscing elit'

function textOf({ format, pattern, minLength = 1 }: Json, name: string, { id, now }: Filling): string {
  if (format === 'uuid') return id(name)
  if (format === 'date-time') return now.toISOString()
  if (format === 'date') return now.toISOString().slice(0, 10)
  if (format === 'email') return 'a@example.org'
  for (const tried of ['10:00', '2026-03-04', '2026-03', 'UTC', 'SE', '4827', now.toISOString(), 'A'.repeat(43)])
    if (pattern && new RegExp(pattern, 'u').test(tried)) return tried
  return LONG.slice(0, Math.max(minLength, 8))
}

function sampled(schema: Json, name: string, filling: Filling, root: Json, depth: number): unknown {
  if (schema.$ref) {
    const target = schema.$ref === '#' ? root : root.$defs?.[schema.$ref.replace('#/$defs/', '')]
    return target && depth < 8 ? sampled(target, name, filling, root, depth + 1) : null
  }
  if ('const' in schema) return schema.const
  if (schema.enum) return schema.enum[0]
  const ways = schema.anyOf ?? schema.oneOf
  if (ways) return sampled(ways.find(({ type }) => type !== 'null') ?? ways[0]!, name, filling, root, depth)
  if (schema.allOf) return Object.assign({}, ...schema.allOf.map((one) => sampled(one, name, filling, root, depth)))
  switch (Array.isArray(schema.type) ? schema.type[0] : schema.type) {
    case 'object':
      return Object.fromEntries(
        Object.entries(schema.properties ?? {}).map(([key, one]) => [key, sampled(one, key, filling, root, depth)]),
      )
    case 'array':
      if (schema.prefixItems) return schema.prefixItems.map((one) => sampled(one, name, filling, root, depth))
      return schema.items && depth < 8 ? [sampled(schema.items, name, filling, root, depth + 1)] : []
    case 'string':
      return textOf(schema, name, filling)
    case 'integer':
    case 'number':
      return Math.max(schema.minimum ?? 1, (schema.exclusiveMinimum ?? 0) + 1)
    case 'boolean':
      return true
    default:
      return null
  }
}

/** One value that a schema takes, as far as its JSON Schema says what it takes. */
export function sampleOf(schema: z.ZodType, filling: Filling): unknown {
  const json = z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' }) as Json
  return sampled(json, '', filling, json, 0)
}
