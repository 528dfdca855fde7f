import { Plus, Trash2 } from 'lucide-react'
import { type ReactNode, useState } from 'react'
import { type Person, salonApi } from '../../../contract/api/salon.ts'
import { usualWork, type Work } from '../../../contract/formats/places.ts'
import { capital, SKILL_LABEL } from '../../../contract/words/index.ts'
import { SKILL_IDS, STARTING_WEEK } from '../../../core/index.ts'
import { useWrite } from '../../device/api.ts'
import { useSalon } from '../../device/use-salon.ts'
import { Alert } from '../../parts/Alert.tsx'
import { Button } from '../../parts/Button.tsx'
import { DialogSheet } from '../../parts/Sheet.tsx'
import { AnyOf, OneOf } from '../../parts/Toggle.tsx'
import { WeekHours } from '../premises/WeekHours.tsx'

/** What somebody does, when they are here and when they rest: the day is planned by it. */
export function WorkDialog({ person, onClose }: { person: Person; onClose: () => void }): ReactNode {
  const { data: salon } = useSalon()
  const keep = useWrite(salonApi.setWork)
  const [work, setWork] = useState<Work>(person.work ?? usualWork(person.role))
  const set = (next: Partial<Work>): void => setWork((before) => ({ ...before, ...next }))
  const week = salon?.premises.week ?? STARTING_WEEK.map((day) => day && ([...day] as [string, string]))
  return (
    <DialogSheet title={`${person.name}'s day`} onClose={onClose}>
      <div className="flex flex-col gap-4">
        <AnyOf
          legend="Does"
          choices={SKILL_IDS.map((value) => ({ value, label: SKILL_LABEL[value]! }))}
          values={work.can}
          onChange={(can) => set({ can })}
        />
        <OneOf
          legend="Is here"
          choices={[
            { value: 'open', label: 'Whenever it is open' },
            { value: 'own', label: 'At hours of their own' },
          ]}
          value={work.week === null ? 'open' : 'own'}
          onChange={(how) => set({ week: how === 'open' ? null : week })}
        />
        {work.week && <WeekHours week={work.week} shut="Not here" onChange={(own) => set({ week: own })} />}
        <div>
          <p className="mb-1 font-medium">Breaks</p>
          <ul className="flex flex-col gap-2">
            {work.breaks.map((span, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: breaks have no name of their own
              <li key={i} className="flex items-center gap-2">
                {([0, 1] as const).map((end) => (
                  <input
                    key={end}
                    type="time"
                    className="field w-32"
                    value={span[end]}
                    aria-label={`Break ${i + 1}, ${end === 0 ? 'from' : 'to'}`}
                    onChange={({ target: { value } }) =>
                      set({
                        breaks: work.breaks.with(i, end === 0 ? [value, span[1]] : [span[0], value]),
                      })
                    }
                  />
                ))}
                <Button
                  kind="quiet"
                  tight
                  aria-label={`No break ${i + 1}`}
                  onClick={() => set({ breaks: work.breaks.filter((_, j) => j !== i) })}
                >
                  <Trash2 size={18} />
                </Button>
              </li>
            ))}
          </ul>
          <Button tight className="mt-2" onClick={() => set({ breaks: [...work.breaks, ['12:30', '13:00']] })}>
            <Plus size={16} /> A break
          </Button>
        </div>
        {keep.error && <Alert>{capital(keep.error.message)}</Alert>}
        <Button
          kind="main"
          disabled={keep.isPending}
          onClick={() => keep.mutate({ id: person.id, body: work }, { onSuccess: onClose })}
        >
          Keep
        </Button>
      </div>
    </DialogSheet>
  )
}
