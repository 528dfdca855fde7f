import pg from 'pg'

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
export const DRIVER = { ...pg, Client: Connection }
