import { deviceStorage } from '../device/storage.ts'

const KEY = 'etude.theme'
export type Theme = 'light' | 'dim'

export const currentTheme = (): Theme =>
  (deviceStorage.get(KEY) as Theme | null) ?? (matchMedia('(prefers-color-scheme: dark)').matches ? 'dim' : 'light')

export function applyTheme(theme: Theme = currentTheme()): void {
  document.documentElement.dataset.theme = theme
}

export function setTheme(theme: Theme): void {
  deviceStorage.set(KEY, theme)
  applyTheme(theme)
}
