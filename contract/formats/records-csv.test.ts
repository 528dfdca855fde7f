import Papa from 'papaparse'
import { describe, expect, test } from 'vitest'
import { writeCsv } from './csv.ts'
import { CLIENT_COLUMNS, readClientsCsv, readDogsCsv, readScoresCsv, readVisitsCsv } from './records-csv.ts'

const ID = '3f2504e0-4f89-41d3-9a0c-0305e82c3301'
const wrong = ({ problems }: { problems: readonly { line: number; path: string }[] }): [number, string][] =>
  problems.map(({ line, path }) => [line, path])

describe('owners, dogs, visits and scores as CSV', () => {
  test('what is written another reader reads, commas, quotes and line breaks too, and no cell runs in a spreadsheet', () => {
    const rows = [
      {
        id: ID,
        name: 'Lisle, "Perpetua"',
        phone: '+44 555',
        second_phone: '555 2',
        email: 'p@example.org',
        note: 'two\nlines',
      },
      { id: '', name: '=cmd', phone: '', second_phone: '', email: '', note: '-1' },
    ]
    const csv = writeCsv(CLIENT_COLUMNS, rows)
    expect(csv).toContain("'=cmd")
    const { data } = Papa.parse<string[]>(csv.trim(), { delimiter: ',' })
    expect(data[0]).toEqual([...CLIENT_COLUMNS])
    expect(data[1]![1]).toBe('Lisle, "Perpetua"')
    const back = readClientsCsv(csv)
    expect(back.problems).toEqual([])
    expect(back.lines.map(({ name, phone, note }) => ({ name, phone, note }))).toEqual(
      rows.map(({ name, phone, note }) => ({ name, phone, note })),
    )
    expect(back.lines.map(({ id }) => id)).toEqual([ID, null])
  })
  test('every bad cell is told by line and column, and good lines are still read', () => {
    const owners = readClientsCsv(`id,name,phone\nnot-an-id,Ann,1\n,,2\n,Bea,3\n`)
    expect(wrong(owners)).toEqual([
      [2, 'id'],
      [3, 'name'],
    ])
    expect(owners.lines.map(({ name }) => name)).toEqual(['Bea'])
    const dogs = readDogsCsv(
      'owner,name,breed,coat_type,weight_kg,health\nAnn,Rex,cockapoo,curly,9.5,\n,Rex,cockapoo,curly,9.5,\nAnn,Rex,dragon,curly,9.5,\nAnn,Rex,,woolly,900,\nAnn,Rex,,curly,ten,\nAnn,Rex,,curly,10,senior gout\n',
    )
    expect(wrong(dogs)).toEqual([
      [3, 'owner'],
      [4, 'breed'],
      [5, 'coat_type'],
      [5, 'weight_kg'],
      [6, 'weight_kg'],
      [7, 'health'],
    ])
    expect(dogs.lines).toHaveLength(1)
    const visits = readVisitsCsv(
      `dog_id,starts_at,slot_minutes\n${ID},yesterday,60\n${ID},2026-03-01T09:30,5\n,2026-03-01T09:30,60\n`,
    )
    expect(wrong(visits)).toEqual([
      [2, 'starts_at'],
      [3, 'slot_minutes'],
      [4, 'dog_id'],
    ])
    const scores = readScoresCsv(
      `visit_id,region,side,mat,extent\n${ID},back,,2,0.5\n${ID},back,left,2,0.5\n${ID},armpit,,2,0.5\n${ID},wing,,1,\n${ID},belly,,7,2\n`,
    )
    expect(wrong(scores)).toEqual([
      [3, 'side'],
      [4, 'side'],
      [5, 'region'],
      [6, 'extent'],
      [6, 'mat'],
    ])
    expect(scores.lines[0]!.change).toEqual({ region: 'back', side: null, set: { mat: 2, extent: 0.5 } })
  })
  test('what a file has no column for it says nothing of; an empty cell says that there is none', () => {
    expect(readClientsCsv('name,phone\nAnn,\n').lines).toEqual([{ line: 2, id: null, name: 'Ann', phone: '' }])
    expect(readVisitsCsv(`dog_id,starts_at\n${ID},2026-03-01T09:30:00Z\n`).lines).toEqual([
      { line: 2, id: null, dogId: ID, startsAt: new Date('2026-03-01T09:30:00Z') },
    ])
    expect(readDogsCsv('owner,name,coat_type,weight_kg\nAnn,Rex,curly,9\n').lines[0]!.saysBreed).toBe(false)
  })
  test('a column nobody knows and one that is missing are told before any line', () => {
    expect(wrong(readDogsCsv('name,colour\nRex,brown\n'))).toEqual([
      [1, 'coat_type'],
      [1, 'weight_kg'],
      [1, 'colour'],
    ])
    for (const odd of ['', '\u0000', 'name\n"Ann', 'id;name\n;Ann'])
      expect(readClientsCsv(odd).problems.length).toBeGreaterThan(0)
  })
})
