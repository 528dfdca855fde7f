import { useEffect, useRef } from 'react'
import { useLocation, useNavigationType } from 'react-router'

/** How far each place in the history was scrolled. */
const scrolled = new Map<string, number>()
/** Frames in which a screen that has still to be fetched may bring its heading. */
const MOST_FRAMES = 120

/**
 * What happens when another screen comes: the focus goes to its first heading, so that a reader hears where it is and the
 * next Tab is on the screen and not behind it; and going back finds the page where it was left.
 */
export function useArrival(): void {
  const { pathname, key } = useLocation()
  const how = useNavigationType()
  const before = useRef(pathname)

  useEffect(
    function keepTheScroll() {
      const main = document.getElementById('main')
      if (!main) return
      const keep = (): void => {
        scrolled.set(key, main.scrollTop)
      }
      main.addEventListener('scroll', keep, { passive: true })
      return () => main.removeEventListener('scroll', keep)
    },
    [key],
  )

  useEffect(
    function toTheHeading() {
      if (before.current === pathname) return
      before.current = pathname
      const main = document.getElementById('main')
      let frames = 0
      const come = (): void => {
        const heading = main?.querySelector<HTMLElement>('h1')
        if (!heading) {
          if (frames++ < MOST_FRAMES) frame = requestAnimationFrame(come)
          return
        }
        main!.scrollTop = how === 'POP' ? (scrolled.get(key) ?? 0) : 0
        // A screen that has put the focus somewhere by itself knows better.
        const { activeElement } = document
        const isOwn = main!.contains(activeElement) && activeElement !== main && !activeElement!.closest('nav')
        if (isOwn) return
        heading.tabIndex = -1
        heading.focus({ preventScroll: true })
      }
      let frame = requestAnimationFrame(come)
      return () => cancelAnimationFrame(frame)
    },
    [pathname, key, how],
  )
}
