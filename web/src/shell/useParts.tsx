import { type ReactNode, useEffect, useRef, useState } from 'react'

/** Drawn at once, and each time that the end comes near. */
const PART = 60
/** How near, in CSS pixels. */
const NEAR = '1200px'

/**
 * A long list is drawn in parts, the next where its end comes near.
 *
 * @param of    how many there are
 * @param least so many are drawn in any case, as far as one that is looked for
 */
export function useParts(of: number, least = 0): { many: number; end: ReactNode } {
  const [drawn, setDrawn] = useState(PART)
  const end = useRef<HTMLButtonElement>(null)
  const many = Math.min(of, Math.max(drawn, least))
  const isAll = many === of
  // Again after each part: what was drawn may leave the end near still.
  useEffect(() => {
    if (!end.current || isAll) return
    const watch = new IntersectionObserver(
      ([seen]) => {
        if (seen?.isIntersecting) setDrawn(many + PART)
      },
      { rootMargin: NEAR },
    )
    watch.observe(end.current)
    return () => watch.disconnect()
  }, [many, isAll])
  return {
    many,
    end: isAll ? null : (
      <button ref={end} type="button" className="act my-4" onClick={() => setDrawn(many + PART)}>
        {of - many} more
      </button>
    ),
  }
}
