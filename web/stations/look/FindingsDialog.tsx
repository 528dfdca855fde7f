import { type ReactNode, useState } from 'react'
import type { ScoreChange } from '../../../contract/api/scores.ts'
import { capital, FINDING_LABEL, placeName, TAG_LABEL } from '../../../contract/words/index.ts'
import {
  canBeAt,
  FINDING_IDS,
  type Finding,
  type FindingId,
  findingKind,
  REGION_SIDES,
  type RegionId,
  type SideScores,
  TAG_IDS,
} from '../../../core/index.ts'
import { Alert } from '../../parts/Alert.tsx'
import { Button } from '../../parts/Button.tsx'
import { DialogSheet } from '../../parts/Sheet.tsx'
import { AnyOf } from '../../parts/Toggle.tsx'

interface Props {
  readonly index: number
  readonly scores: SideScores
  readonly mode: 'findings' | 'leave'
  readonly onClose: () => void
  readonly onSave: (set: ScoreChange['set']) => void
}

/** What this place can have; what was noted there already stays to be taken back. */
const findingChoices = (region: RegionId, noted: readonly Finding[]) =>
  FINDING_IDS.filter((id) => canBeAt(id, region) || noted.some((finding) => finding.id === id))
    // What only such a place has is what one came for.
    .toSorted((a, b) => Number(isOwn(b, region)) - Number(isOwn(a, region)))
    .map((value) => ({ value, label: FINDING_LABEL[value] }))
const isOwn = (id: FindingId, region: RegionId): boolean => canBeAt(id, region) && !canBeAt(id, 'back')
const tagChoices = TAG_IDS.map((value) => ({ value, label: TAG_LABEL[value] }))

/** What was seen at a place, never a diagnosis; or why it is left alone. */
export function FindingsDialog({ index, scores, mode, onClose, onSave }: Props): ReactNode {
  const { region, side } = REGION_SIDES[index]!
  const place = capital(placeName(region, side))
  return mode === 'findings' ? (
    <DialogSheet title={place} about="What you see, not what it is called at the vet's." onClose={onClose}>
      <Findings region={region} scores={scores} onSave={onSave} />
    </DialogSheet>
  ) : (
    <DialogSheet title={`Leave: ${place}`} about="It keeps its coat, whatever else is decided." onClose={onClose}>
      <Leave leave={scores.leave} onSave={onSave} />
    </DialogSheet>
  )
}

function Findings({ region, scores, onSave }: Pick<Props, 'scores' | 'onSave'> & { region: RegionId }): ReactNode {
  const [findings, setFindings] = useState<readonly Finding[]>(scores.findings)
  const [tags, setTags] = useState(scores.tags)
  const stops = findings.some(({ id }) => findingKind(id).catching || findingKind(id).skin === 4)
  const change = (id: string, set: Partial<Finding>): void =>
    setFindings(findings.map((finding) => (finding.id === id ? { ...finding, ...set } : finding)))
  return (
    <form
      className="flex flex-col gap-5"
      onSubmit={(event) => {
        event.preventDefault()
        onSave({ findings: findings.map((finding) => ({ ...finding })), tags: [...tags] })
      }}
    >
      <AnyOf
        legend="On the skin"
        choices={findingChoices(region, scores.findings)}
        values={findings.map(({ id }) => id)}
        onChange={(ids) =>
          setFindings(ids.map((id) => findings.find((finding) => finding.id === id) ?? { id, sizeMm: null }))
        }
      />
      {findings.map((finding) => (
        <div key={finding.id} className="flex flex-wrap items-end gap-4 rounded-2xl bg-paper p-3">
          <p className="w-full font-medium">{capital(FINDING_LABEL[finding.id])}</p>
          <label className="w-32">
            Widest, mm
            <input
              className="field"
              type="number"
              inputMode="numeric"
              min={0}
              max={1000}
              value={finding.sizeMm ?? ''}
              onChange={(event) =>
                change(finding.id, { sizeMm: event.target.value === '' ? null : Number(event.target.value) })
              }
            />
          </label>
          <label className="grow">
            Where on it, and how it looks
            <input
              className="field"
              maxLength={500}
              value={finding.note ?? ''}
              onChange={(event) => change(finding.id, { note: event.target.value })}
            />
          </label>
          <label className="flex min-h-11 items-center gap-2">
            <input
              type="checkbox"
              className="size-5"
              checked={finding.ownerKnew ?? false}
              onChange={(event) => change(finding.id, { ownerKnew: event.target.checked })}
            />
            owner knew
          </label>
        </div>
      ))}
      {stops && <Alert>This stops the whole groom: a vet first.</Alert>}
      <AnyOf legend="The coat is" choices={tagChoices} values={tags} onChange={setTags} />
      <Button type="submit" kind="main" className="self-end">
        Note it
      </Button>
    </form>
  )
}

function Leave({ leave, onSave }: { leave: string | null; onSave: Props['onSave'] }): ReactNode {
  const [why, setWhy] = useState(leave ?? '')
  return (
    <form
      className="flex flex-col gap-4"
      onSubmit={(event) => {
        event.preventDefault()
        onSave({ leave: why.trim() || 'asked' })
      }}
    >
      <label>
        Why
        <input className="field" maxLength={200} value={why} onChange={(event) => setWhy(event.target.value)} />
      </label>
      <div className="flex justify-end gap-2">
        {leave !== null && <Button onClick={() => onSave({ leave: null })}>Work on it after all</Button>}
        <Button type="submit" kind="main">
          Leave it alone
        </Button>
      </div>
    </form>
  )
}
