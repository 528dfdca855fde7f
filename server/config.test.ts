import { describe, expect, test } from 'vitest'
import { readConfig } from './config.ts'

const DATABASE_URL = 'postgres://groomer@127.0.0.1:5432/salon'

describe('the settings of the server', () => {
  test('what is not given is as usual', () => {
    expect(readConfig({ DATABASE_URL, ETUDE_LOG: '', HOME: '/root' })).toEqual({
      DATABASE_URL,
      ETUDE_HOST: '127.0.0.1',
      ETUDE_PORT: 4300,
      ETUDE_BACKUPS: '.data/backups',
      ETUDE_DEMO: 'ask',
      ETUDE_DEVICES: 'simulated',
      ETUDE_NAMES: [],
    })
    expect(readConfig({ DATABASE_URL, ETUDE_NAMES: 'salon.lan, front' }).ETUDE_NAMES).toEqual(['salon.lan', 'front'])
  })

  test('what cannot be used is named, all of it', () => {
    const wrong = (): unknown => readConfig({ ETUDE_PORT: 'http', ETUDE_DEMO: 'yes' })
    expect(wrong).toThrow('DATABASE_URL is not set: the address of a database')
    expect(wrong).toThrow('ETUDE_PORT: ')
    expect(wrong).toThrow('ETUDE_DEMO: ')
    expect(() => readConfig({ DATABASE_URL: 'mysql://127.0.0.1/salon' })).toThrow('DATABASE_URL: the address of')
  })
})
