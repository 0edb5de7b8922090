import { useEffect, useState } from 'react'
import { useShown } from '../shell/week'

export type PaperSize = 'A4' | 'letter'

/** The paper people here print on, until somebody chooses another. */
export function usePaper(): [PaperSize, (paper: PaperSize) => void] {
  const { session } = useShown()
  return useState<PaperSize>(session.nursery?.units === 'us' ? 'letter' : 'A4')
}

/**
 * Tells the printer the size of its page, as long as what is to be printed is shown;
 * through the style sheet's own door, since pages here take no style from within.
 */
export function usePage(size: string, margin: string): void {
  useEffect(() => {
    const sheet = new CSSStyleSheet()
    sheet.replaceSync(`@page { size: ${size}; margin: ${margin} }`)
    document.adoptedStyleSheets = [...document.adoptedStyleSheets, sheet]
    return () => {
      document.adoptedStyleSheets = document.adoptedStyleSheets.filter((one) => one !== sheet)
    }
  }, [size, margin])
}

export function PaperChoice({ paper, onChoose }: { paper: PaperSize; onChoose: (paper: PaperSize) => void }) {
  usePage(paper, '14mm')
  return (
    <select
      className="field-text !w-24"
      aria-label="Paper"
      value={paper}
      onChange={(event) => onChoose(event.target.value as PaperSize)}
    >
      <option value="A4">A4</option>
      <option value="letter">letter</option>
    </select>
  )
}
