import { deviceStorage } from '../device/storage.ts'

const SINGLE = 'etude.single-keys'

/** Whether single letters and digits do something; who speaks to the device, or shakes, turns them off (WCAG 2.1.4). */
export const singleKeysOn = (): boolean => deviceStorage.get(SINGLE) !== 'off'
export const setSingleKeys = (on: boolean): boolean => deviceStorage.set(SINGLE, on ? 'on' : 'off')

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.matches('input, textarea, select') || target.isContentEditable)

/** A key that is no shortcut here: it is typed into a field, or it is a character and those are turned off. */
export const isForOthers = ({ target, key }: KeyboardEvent): boolean =>
  isTyping(target) || (key.length === 1 && !singleKeysOn())

/** The rows of the key sheet that a screen has; what they say comes with the sheet (key-rows.ts). */
export type KeySet = 'look' | 'bench' | 'verdict' | 'stage' | 'drag'
