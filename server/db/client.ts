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

/** A database by its address, as everything here talks to one. */
export const connect = (url: string, more: Options = {}): Sequelize =>
  new Sequelize(url, { dialect: 'postgres', dialectModule: DRIVER, logging: false, ...more })
