import { type RefObject, useLayoutEffect, useState } from 'react'

export interface Size {
  readonly width: number
  readonly height: number
}

/** How large an element is laid out, px, whatever it is drawn as; null until it is known, and where it has no room. */
export function useSize(of: RefObject<HTMLElement | null>): Size | null {
  const [size, setSize] = useState<Size | null>(null)
  useLayoutEffect(
    function measure() {
      const element = of.current
      if (!element) return
      const measured = (): void => {
        const { offsetWidth: width, offsetHeight: height } = element
        setSize((last) => {
          if (width === 0 || height === 0) return null
          return last?.width === width && last.height === height ? last : { width, height }
        })
      }
      measured()
      const observer = new ResizeObserver(measured)
      observer.observe(element)
      return () => observer.disconnect()
    },
    [of],
  )
  return size
}
