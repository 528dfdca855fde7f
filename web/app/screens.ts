import type { ComponentType } from 'react'
import type { Station } from '../../contract/api/stations.ts'
import type { KeySet } from './keys.ts'

/** Where a screen is found: the frame's own list, the rail of a visit, the pages of the house, or by a link alone. */
export type Place = 'frame' | 'rail' | 'beside-rail' | 'house' | 'link'

export interface Screen {
  /** As the router takes it. Screens of a visit follow `/visits/:visitId/`. */
  readonly path: string
  /** What it is called where one chooses it. */
  readonly label: string
  /** What the browser's tab says; the dog's name stands before it on screens of a visit. */
  readonly title: string
  readonly place: Place
  /** Stations of the record that stand at this stop of the rail. */
  readonly at: readonly Station[]
  /** Rows of its own in the key sheet. */
  readonly keys: KeySet | null
  /** What has to be known to open it. */
  readonly needs: 'nothing' | 'visit' | 'dog' | 'link'
  readonly load: () => Promise<ComponentType>
}

const screen = (given: Partial<Screen> & Pick<Screen, 'path' | 'label' | 'load'>): Screen => ({
  title: given.label,
  place: 'link',
  at: [],
  keys: null,
  needs: 'nothing',
  ...given,
})
const ofVisit = (given: Partial<Screen> & Pick<Screen, 'path' | 'label' | 'load'>): Screen =>
  screen({ place: 'rail', needs: 'visit', ...given, path: `/visits/:visitId/${given.path}` })

/** Every screen, once: the router, the rail, the navigation, the key sheet, titles, pictures and checks all read this. */
export const SCREENS: readonly Screen[] = [
  screen({
    path: '/',
    label: 'The day',
    load: async () => (await import('../desk/day/DayScreen.tsx')).DayScreen,
  }),
  screen({
    path: '/plan',
    label: 'Plan',
    title: 'The day as planned',
    place: 'frame',
    load: async () => (await import('../desk/plan/PlanScreen.tsx')).PlanScreen,
  }),
  screen({
    path: '/week',
    label: 'Week',
    title: 'The week',
    place: 'frame',
    load: async () => (await import('../desk/week/WeekScreen.tsx')).WeekScreen,
  }),
  ofVisit({
    path: 'arrival',
    label: 'Arrival',
    at: ['expected', 'arrived'],
    load: async () => (await import('../stations/arrival/ArrivalScreen.tsx')).ArrivalScreen,
  }),
  ofVisit({
    path: 'look',
    label: 'Look',
    at: ['look'],
    keys: 'look',
    load: async () => (await import('../stations/look/LookScreen.tsx')).LookScreen,
  }),
  ofVisit({
    path: 'verdict',
    label: 'Verdict',
    at: ['verdict'],
    keys: 'verdict',
    load: async () => (await import('../stations/verdict/VerdictScreen.tsx')).VerdictScreen,
  }),
  ofVisit({
    path: 'bath',
    label: 'Bath',
    at: ['bath'],
    keys: 'stage',
    load: async () => (await import('../stations/bath/BathScreen.tsx')).BathScreen,
  }),
  ofVisit({
    path: 'dry',
    label: 'Dry',
    at: ['dry'],
    keys: 'drag',
    load: async () => (await import('../stations/dry/DryScreen.tsx')).DryScreen,
  }),
  ofVisit({
    path: 'cut',
    label: 'Cut',
    at: ['cut'],
    keys: 'drag',
    load: async () => (await import('../stations/cut/CutScreen.tsx')).CutScreen,
  }),
  ofVisit({
    path: 'goodbye',
    label: 'Goodbye',
    at: ['ready', 'gone'],
    keys: 'stage',
    load: async () => (await import('../stations/goodbye/GoodbyeScreen.tsx')).GoodbyeScreen,
  }),
  ofVisit({
    path: 'bench',
    label: 'Bench',
    keys: 'bench',
    place: 'beside-rail',
    load: async () => (await import('../stations/bench/BenchScreen.tsx')).BenchScreen,
  }),
  ofVisit({
    path: 'second',
    label: 'Two looks',
    place: 'link',
    keys: 'stage',
    load: async () => (await import('../stations/second/SecondScreen.tsx')).SecondScreen,
  }),
  ofVisit({
    path: 'second/look',
    label: 'Second look',
    place: 'link',
    keys: 'look',
    load: async () => (await import('../stations/look/SecondLook.tsx')).SecondLook,
  }),
  screen({
    path: '/prep',
    label: 'Mix',
    title: 'The day ahead',
    place: 'frame',
    load: async () => (await import('../desk/mix/PrepScreen.tsx')).PrepScreen,
  }),
  screen({
    path: '/shelf',
    label: 'Shelf',
    place: 'frame',
    load: async () => (await import('../desk/shelf/ShelfScreen.tsx')).ShelfScreen,
  }),
  screen({
    path: '/house',
    label: 'How we work',
    place: 'house',
    load: async () => (await import('../house/ways/HouseScreen.tsx')).HouseScreen,
  }),
  screen({
    path: '/house/salon',
    label: 'The salon',
    place: 'house',
    load: async () => (await import('../house/salon/SalonScreen.tsx')).SalonScreen,
  }),
  screen({
    path: '/house/log',
    label: 'What was changed',
    place: 'link',
    load: async () => (await import('../house/log/LogScreen.tsx')).LogScreen,
  }),
  screen({
    path: '/house/people',
    label: 'People',
    place: 'house',
    load: async () => (await import('../house/people/PeopleScreen.tsx')).PeopleScreen,
  }),
  screen({
    path: '/house/premises',
    label: 'Places and hours',
    place: 'house',
    load: async () => (await import('../house/premises/PremisesScreen.tsx')).PremisesScreen,
  }),
  screen({
    path: '/house/access',
    label: 'Log-ins',
    place: 'house',
    load: async () => (await import('../house/access/AccessScreen.tsx')).AccessScreen,
  }),
  screen({
    path: '/house/rack',
    label: 'Rack',
    place: 'house',
    load: async () => (await import('../house/rack/RackScreen.tsx')).RackScreen,
  }),
  screen({
    path: '/house/room',
    label: 'Dryers and room',
    place: 'house',
    load: async () => (await import('../house/ways/RoomScreen.tsx')).RoomScreen,
  }),
  screen({
    path: '/house/patterns',
    label: 'Patterns',
    place: 'house',
    load: async () => (await import('../house/patterns/PatternsScreen.tsx')).PatternsScreen,
  }),
  screen({
    path: '/house/pace',
    label: 'Pace',
    place: 'house',
    load: async () => (await import('../house/pace/PaceScreen.tsx')).PaceScreen,
  }),
  screen({
    path: '/devices',
    label: 'Devices',
    place: 'house',
    load: async () => (await import('../house/devices/DevicesScreen.tsx')).DevicesScreen,
  }),
  screen({
    path: '/numbers',
    label: 'Our numbers',
    place: 'house',
    load: async () => (await import('../house/numbers/NumbersScreen.tsx')).NumbersScreen,
  }),
  screen({
    path: '/house/right',
    label: 'How right we were',
    place: 'house',
    load: async () => (await import('../house/right/RightScreen.tsx')).RightScreen,
  }),
  screen({
    path: '/house/files',
    label: 'Files',
    place: 'house',
    load: async () => (await import('../house/files/FilesScreen.tsx')).FilesScreen,
  }),
  screen({
    path: '/house/system',
    label: 'The system',
    place: 'house',
    load: async () => (await import('../house/system/SystemScreen.tsx')).SystemScreen,
  }),
  screen({
    path: '/outbox',
    label: 'Messages',
    place: 'frame',
    load: async () => (await import('../desk/outbox/OutboxScreen.tsx')).OutboxScreen,
  }),
  screen({
    path: '/dogs/:dogId',
    label: 'Its life',
    needs: 'dog',
    load: async () => (await import('../desk/dogs/RecordScreen.tsx')).RecordScreen,
  }),
  screen({
    path: '/o/:token',
    label: 'Your dog at the salon',
    needs: 'link',
    load: async () => (await import('../owner/OwnerPage.tsx')).OwnerPage,
  }),
  screen({
    path: '/b/:token',
    label: 'Before the visit',
    needs: 'link',
    load: async () => (await import('../owner/BeforePage.tsx')).BeforePage,
  }),
]

/** The screen that a path opens; undefined for none. */
export const screenAt = (pathname: string): Screen | undefined => {
  const parts = pathname.split('/')
  return SCREENS.find(({ path }) => {
    const own = path.split('/')
    return own.length === parts.length && own.every((part, i) => part.startsWith(':') || part === parts[i])
  })
}

/** The stops of a visit's rail, in the order of the work. */
export const RAIL: readonly Screen[] = SCREENS.filter(({ place }) => place === 'rail')
/** The last part of a screen's path, as a link from a neighbour names it. */
export const endOf = ({ path }: Screen): string => path.slice(path.lastIndexOf('/') + 1)
