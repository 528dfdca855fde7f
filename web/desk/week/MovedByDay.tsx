import {
  type CollisionDetection,
  DndContext,
  type DragEndEvent,
  DragOverlay,
  type KeyboardCoordinateGetter,
  KeyboardSensor,
  MouseSensor,
  pointerWithin,
  TouchSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core'
import { type ReactNode, useState } from 'react'
import { toast } from 'sonner'
import type { WeekDay } from '../../../contract/api/planning.ts'
import { visitsApi } from '../../../contract/api/visits.ts'
import { dateOf, dateText, instantAt, timeOf, timeText } from '../../../contract/words/index.ts'
import { useWrite } from '../../device/api.ts'
import { said } from '../../parts/said.ts'

/** A drag shorter than this is a touch; a finger that rests so long takes the dog, sooner it scrolls. */
const TOUCH_PX = 6
const RESTS_MS = 250
const INSIDE_PX = 4

const KEYS = { start: ['Space'], cancel: ['Escape'], end: ['Space', 'Enter'] }
const ON_TO = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 } as const

/** The arrows go on from day to day, in whichever columns they stand. */
const fromDayToDay: KeyboardCoordinateGetter = (event, { context }) => {
  const by = (ON_TO as Readonly<Record<string, number | undefined>>)[event.code]
  if (by === undefined) return
  event.preventDefault()
  const { over, active, droppableContainers, droppableRects } = context
  const days = droppableContainers
    .getEnabled()
    .map(({ id }) => String(id))
    .sort()
  const next = days[days.indexOf(String(over?.id ?? active?.data.current?.day)) + by]
  const rect = next === undefined ? null : droppableRects.get(next)
  return rect ? { x: rect.left, y: rect.top } : undefined
}

/** The day under the pointer; by keys the one in which the dog’s upper left corner is. */
const underHand: CollisionDetection = (args) => {
  if (args.pointerCoordinates) return pointerWithin(args)
  const { left, top } = args.collisionRect
  return pointerWithin({ ...args, pointerCoordinates: { x: left + INSIDE_PX, y: top + INSIDE_PX } })
}

const KEYS_SAID = {
  draggable:
    'Enter opens it. To another day: take it with the space bar, move it with the arrows, put it there with the space bar.',
}

/** Visits of a week that are dragged, or carried by keys, to another day at the same hour; each with its way back. */
export function MovedByDay({ week, children }: { week: readonly WeekDay[]; children: ReactNode }): ReactNode {
  const move = useWrite(visitsApi.move)
  const [held, setHeld] = useState<string | null>(null)
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: TOUCH_PX } }),
    useSensor(TouchSensor, { activationConstraint: { delay: RESTS_MS, tolerance: TOUCH_PX } }),
    useSensor(KeyboardSensor, { keyboardCodes: KEYS, coordinateGetter: fromDayToDay, scrollBehavior: 'auto' }),
  )
  const visits = new Map(week.flatMap((day) => day.visits.map((visit) => [visit.visitId, visit])))
  const visit = held === null ? undefined : visits.get(held)
  const nameOf = (id: string | number): string => visits.get(String(id))?.name ?? 'the dog'
  const dayOf = (id: string | number | undefined): string => (id === undefined ? 'no day' : dateText(String(id)))

  const drop = ({ active, over }: DragEndEvent): void => {
    setHeld(null)
    const moved = visits.get(String(active.id))
    const date = over && String(over.id)
    if (!moved || !date || dateOf(moved.startsAt) === date) return
    const { visitId: id, startsAt: before, slotMinutes, personId } = moved
    const to = (startsAt: string): Promise<unknown> =>
      move.mutateAsync({ id, body: { startsAt, slotMinutes, personId } })
    const startsAt = instantAt(date, timeOf(before))
    to(startsAt).then(
      () => said(`${moved.name} comes on ${dateText(date)} at ${timeText(startsAt)}`, () => to(before)),
      (refused: Error) => toast.error(`${moved.name} stays where it was: ${refused.message}`),
    )
  }
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={underHand}
      onDragStart={({ active }) => setHeld(String(active.id))}
      onDragEnd={drop}
      onDragCancel={() => setHeld(null)}
      accessibility={{
        screenReaderInstructions: KEYS_SAID,
        announcements: {
          onDragStart: ({ active }) => `${nameOf(active.id)} is taken up.`,
          onDragOver: ({ over }) => `Over ${dayOf(over?.id)}.`,
          onDragEnd: ({ active, over }) => `${nameOf(active.id)} is put on ${dayOf(over?.id)}.`,
          onDragCancel: ({ active }) => `${nameOf(active.id)} stays where it was.`,
        },
      }}
    >
      {children}
      <DragOverlay dropAnimation={null}>
        {visit && (
          <span className="card flex min-h-11 cursor-grabbing items-center gap-3 px-3 shadow-lg">
            <span className="figure font-semibold">{timeText(visit.startsAt)}</span>
            <span className="truncate">{visit.name}</span>
          </span>
        )}
      </DragOverlay>
    </DndContext>
  )
}
