import pg from 'pg'
import { type Options, Sequelize } from 'sequelize'

/**
 * A connection that hears from its first moment on that it was cut. The pool listens only once the connection is its own;
 * one that is cut before that would end the whole process.
 */
class Connection extends pg.Client {
  constructor(config: pg.ClientConfig) {
    super(config)
    this.on('error', () => {
      // What the pool looks at before it hands a connection out.
      Object.assign(this, { _invalid: true })
    })
  }
}

/** The driver as Sequelize takes it. */
const DRIVER = { ...pg, Client: Connection }

/** A statement that takes longer is told of, ms. */
const SLOW_MS = 500
/** So much of a statement says which it is. */
const SHOWN = 240

/** What is told of a slow statement holds no value: it ends where the first one stands, and numbers are left out of it. */
export const withoutValues = (statement: string): string =>
  statement
    .replace(/^Executed \([^)]*\): /, '')
    .split("'")[0]!
    .replace(/\b\d+(\.\d+)?\b/g, '?')
    .replace(/\s+/g, ' ')
    .trim()
    .slice(0, SHOWN)

/** Hears of each statement that took long. */
export type OnSlow = (statement: string, ms: number) => void

/** Options that have slow statements told. */
export const tellingSlow = (onSlow: OnSlow): Options => ({
  benchmark: true,
  logging: (statement, ms) => {
    if (ms !== undefined && ms >= SLOW_MS) onSlow(withoutValues(statement), ms)
  },
})

/** A database by its address, as everything here talks to one. */
export const connect = (url: string, more: Options = {}): Sequelize =>
  new Sequelize(url, { dialect: 'postgres', dialectModule: DRIVER, logging: false, ...more })
