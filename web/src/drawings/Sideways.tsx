import type { ReactNode } from 'react'

/** What is wider than a phone scrolls by itself, by finger and by arrow keys, and the page stands still. */
export function Sideways({ of, children }: { of: string; children: ReactNode }) {
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: a region that scrolls has to be reached by keyboard
    <section className="overflow-x-auto" aria-label={of} tabIndex={0}>
      {children}
    </section>
  )
}
