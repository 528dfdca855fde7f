import type { ReactNode } from 'react'
import { capital, placeName, SCORE_WORD } from '../../contract/words/index.ts'
import { REGION_SIDES, SCALE_IDS, type Score, type Sheet } from '../../core/index.ts'
import { Button } from '../parts/Button.tsx'
import { DialogSheet } from '../parts/Sheet.tsx'
import { Table } from '../parts/Table.tsx'
import type { Saving } from './saving.ts'
import { sheetOf } from './sheet-state.ts'

interface Props {
  readonly saving: Extract<Saving, { state: 'conflict' }>
  readonly sheet: Sheet
  /** What was scored here and is not through: only there do two people disagree. */
  readonly pending: ReadonlySet<number>
  readonly onSettle: (choice: 'theirs' | 'mine') => void
}

const MOST_ROWS = 12

/** Two people, one dog: nothing was overwritten, and the person decides with both in sight. */
export function ConflictDialog({ saving, sheet, pending, onSettle }: Props): ReactNode {
  const theirs = sheetOf(saving.current)
  const who = saving.changedBy ?? 'Somebody else'
  const word = (scale: (typeof SCALE_IDS)[number], score: Score | null): string =>
    score === null ? 'not looked at' : `${score} ${SCORE_WORD[scale][score][0]}`
  const differences = REGION_SIDES.filter(({ index }) => pending.has(index)).flatMap(({ index, region, side }) =>
    SCALE_IDS.filter((scale) => sheet[index]![scale] !== theirs[index]![scale]).map((scale) => ({
      key: `${index} ${scale}`,
      place: capital(placeName(region, side)),
      mine: word(scale, sheet[index]![scale]),
      theirs: word(scale, theirs[index]![scale]),
    })),
  )
  return (
    <DialogSheet
      title={`${who} scored this dog too`}
      about="Nothing was overwritten. Yours is still here; theirs is in the salon's record."
    >
      {/* Read before anything is chosen: neither way is the usual one. */}
      <div tabIndex={-1} data-first />
      <Table
        className="mb-5"
        rows={differences.slice(0, MOST_ROWS)}
        keyOf={({ key }) => key}
        columns={[
          { head: 'Place', names: true, cell: ({ place }) => place },
          { head: 'Yours', cell: ({ mine }) => mine },
          { head: 'Theirs', cell: ({ theirs: other }) => other },
        ]}
      />
      {differences.length > MOST_ROWS && <p className="mb-4 text-ink-2">and {differences.length - MOST_ROWS} more</p>}
      <div className="flex justify-end gap-2">
        <Button onClick={() => onSettle('theirs')}>Take theirs</Button>
        <Button kind="main" onClick={() => onSettle('mine')}>
          Put mine on top
        </Button>
      </div>
    </DialogSheet>
  )
}
