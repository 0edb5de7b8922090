import { type RefObject, useEffect } from 'react'

/** The page is called as its heading is: tabs, bookmarks and what was visited can be told apart, and a screen reader says where one is. */
export function useTitle(page: RefObject<HTMLElement | null>): void {
  useEffect(() => {
    if (!page.current) return
    const name = () => {
      const heading = page.current?.querySelector('h1')?.textContent?.trim()
      const title = heading ? `${heading} · Wet Cradle` : 'Wet Cradle'
      if (document.title !== title) document.title = title
    }
    name()
    const seen = new MutationObserver(name)
    seen.observe(page.current, { childList: true, characterData: true, subtree: true })
    return () => seen.disconnect()
  }, [page])
}
