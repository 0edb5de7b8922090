import type { Nursery } from '../api/client'

/** How this nursery writes its numbers, named by what twelve hundred and a half looks like. */
export type Signs = Nursery['numbers']

const DECIMAL: Record<Signs, '.' | ','> = { '1,200.5': '.', '1.200,5': ',', '1 200,5': ',', '1 200.5': '.', "1'200.5": '.' }
const GROUPING: Record<Signs, string> = { '1,200.5': ',', '1.200,5': '.', '1 200,5': ' ', '1 200.5': ' ', "1'200.5": "'" }

let signs: Signs = '1,200.5'

/** Told by the session, before anything is typed. */
export const writeNumbersAs = (by: Signs | undefined) => {
  signs = by ?? '1,200.5'
}

/** Signs as the place where this browser stands writes them, for the first start. */
export function signsOf(locale: string | undefined): Signs {
  const parts = new Intl.NumberFormat(locale).formatToParts(12345.5)
  const of = (type: string) => parts.find((part) => part.type === type)?.value ?? ''
  const grouping = of('group')
  if (of('decimal') === ',') return grouping === '.' ? '1.200,5' : '1 200,5'
  return grouping === ',' ? '1,200.5' : /['’]/.test(grouping) ? "1'200.5" : '1 200.5'
}

/**
 * What was typed, as a number: none where it is none, two where it can be read in two ways. The server reads it by the same
 * rule; `typed/numbers.json` of the contract holds both to it.
 */
export function readNumber(typed: string, by: Signs = signs): number[] {
  const told = typed
    .trim()
    .replace(/−/g, '-')
    .replace(/[\u00A0\u202F\u2009]/g, ' ')
    .replace(/’/g, "'")
  const minus = told.startsWith('-') ? -1 : 1
  const plain = told.replace(/^[-+]/, '')
  const lone = /^([1-9]\d{0,2})([.,])(\d{3})$/.exec(plain)
  if (lone) {
    const [, whole, sign, rest] = lone
    const [thousands, share] = [minus * Number(`${whole}${rest}`), minus * Number(`${whole}.${rest}`)]
    if (sign === GROUPING[by]) return [thousands]
    return sign === DECIMAL[by] && Number(rest) > 0 ? [share] : [thousands, share]
  }
  const match =
    /^([1-9]\d{0,2}(?:([ '.,])\d{3})(?:\2\d{3})*)(?:(?!\2)[.,](\d*))?$/.exec(plain) ?? /^(\d*)()[.,]?(\d*)$/.exec(plain)
  if (!match) return []
  const [whole, rest] = [(match[1] ?? '').replace(/[ '.,]/g, ''), match[3] ?? '']
  return `${whole}${rest}` === '' ? [] : [minus * Number(`0${whole}.${rest}0`)]
}

/** A number as it stands in a field, in this nursery's sign; what is none stays as it is. */
export const showNumber = (value: number | string): string => String(value).replace('.', DECIMAL[signs])

/** A number that nobody can misread, whatever the signs: thin spaces between thousands. */
export function clearly(value: number): string {
  const [whole = '', rest] = String(Math.abs(value)).split('.')
  const grouped = whole.replace(/\B(?=(\d{3})+$)/g, '\u202F')
  return `${value < 0 ? '−' : ''}${grouped}${rest === undefined ? '' : `${DECIMAL[signs]}${rest}`}`
}

/**
 * What was typed, for the server: a number where it is one. What is none, can be read in two ways, or was left empty is sent as
 * it was typed, and comes back with the reason.
 */
export function numeric(typed: string): number | string {
  const [only, other] = readNumber(typed)
  return only === undefined || other !== undefined ? typed : only
}
