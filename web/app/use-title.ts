import { useEffect } from 'react'
import { useLocation } from 'react-router'
import { useSalon } from '../device/use-salon.ts'
import { screenAt } from './screens.ts'

/** The tab of a dog's screens says whose they are, which of them it is, and where. */
export function useTitleOf(dog: string | null | undefined): void {
  const { pathname } = useLocation()
  const salon = useSalon().data?.name
  useEffect(
    function titleOfTheScreen() {
      document.title = [dog, screenAt(pathname)?.title, salon].filter(Boolean).join(' · ')
    },
    [pathname, dog, salon],
  )
}
