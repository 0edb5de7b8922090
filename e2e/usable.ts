import { expect, type Page } from '@playwright/test'
import axeCore from 'axe-core'

/** Looks of words that were found to be readable: colour, size, and all that is painted behind them. */
const readable = new Set<number>()

/** Nothing serious for a screen reader or a keyboard, and nothing wider than the screen; of a long page, within a part of it. */
export async function mustBeUsable(page: Page, where: string, within = 'body'): Promise<void> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axeCore.source)
  const seen = await page.evaluate(judged, { where, within, readable: [...readable] })
  expect(seen.faults, where).toEqual([])
  for (const look of seen.looks) readable.add(look)
  expect(seen.wide, `${where} scrolls sideways`).toBeLessThanOrEqual(0)
}

/**
 * Within the page. Whether words can be read is asked once for each look that they have, in whatever room: it takes longer
 * than all else together, and the same colours on the same grounds are as readable elsewhere. What lies over other things is
 * asked in each room.
 */
async function judged({ where, within, readable }: { where: string; within: string; readable: number[] }) {
  const OF_LOOKS = ['color-contrast', 'link-in-text-block']
  const { axe } = window as unknown as { axe: typeof axeCore }
  const grave = async (what: Element[], rules: axeCore.RunOptions): Promise<axeCore.Result[]> => {
    const options = { resultTypes: ['violations'], iframes: false, ...rules } satisfies axeCore.RunOptions
    const found = async (selectors: boolean) =>
      (await axe.run({ include: what }, { ...options, selectors })).violations.filter(({ impact }) => impact === 'serious' || impact === 'critical')
    // What is wrong is named only where something is: to name all that is well takes a quarter of the time.
    return (await found(false)).length > 0 ? found(true) : []
  }
  const hash = (words: string) => [...words].reduce((sum, sign) => (Math.imul(sum, 31) + (sign.codePointAt(0) ?? 0)) | 0, 7)
  const grounds = new Map<Element, string>()
  const behind = (element: Element): string => {
    const known = grounds.get(element)
    if (known !== undefined) return known
    const style = getComputedStyle(element)
    const own = [style.backgroundColor, style.backgroundImage, style.opacity, style.filter, style.mixBlendMode].join(' ')
    const isOver = style.position === 'absolute' || style.position === 'fixed' || element instanceof SVGElement
    const ground = `${element.parentElement ? behind(element.parentElement) : ''}/${own === 'rgba(0, 0, 0, 0) none 1 none normal' ? '' : own}${isOver ? where : ''}`
    // However deep something stands: only what is painted counts.
    const painted = ground.replace(/\/+/g, '/')
    grounds.set(element, painted)
    return painted
  }
  const lookOf = (element: Element): number => {
    const { color, fontSize, fontWeight, textShadow } = getComputedStyle(element)
    const control = element.closest('label')?.control ?? element
    const isOff = control.closest(':disabled, [aria-disabled="true"]') !== null
    // Whether a link is told from the words around it is a matter of both their looks.
    const beside = element.matches('a[href]') && element.parentElement ? getComputedStyle(element.parentElement) : null
    const link = beside ? [getComputedStyle(element).textDecorationLine, beside.color, beside.fontWeight].join(' ') : ''
    return hash([color, fontSize, fontWeight, textShadow, isOff, link, behind(element)].join(' '))
  }

  const part = document.querySelector(within)
  if (part === null) throw new Error(`${where} has no ${within}.`)
  const known = new Set(readable)
  const looks = new Map<number, Element[]>()
  for (const element of part.querySelectorAll('*')) {
    const hasWords = element.matches('input, select, textarea') || [...element.childNodes].some((node) => node.nodeType === Node.TEXT_NODE && node.textContent?.trim())
    if (!hasWords || !element.checkVisibility()) continue
    const look = lookOf(element)
    const alike = looks.get(look) ?? []
    // Of one that is out of sight nothing can be said; so several are looked at.
    if (!known.has(look) && alike.length < 4) looks.set(look, [...alike, element])
  }
  const faults = await grave([part], {
    runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa'],
    rules: Object.fromEntries(OF_LOOKS.map((rule) => [rule, { enabled: false }])),
  })
  if (looks.size > 0) faults.push(...(await grave([...looks.values()].flat(), { runOnly: OF_LOOKS })))
  return {
    faults: faults.map((fault) => `${fault.id}: ${fault.nodes.map((node) => `${node.target} ${node.failureSummary}`).join(' | ')}`),
    looks: [...looks.keys()],
    wide: document.documentElement.scrollWidth - document.documentElement.clientWidth,
  }
}
