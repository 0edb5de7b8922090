import { mondayOf } from '../words'

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec']

const written = (year: number, number: number) => `${year}-W${String(number).padStart(2, '0')}`

/** The week that holds a day, or none where there is no such day. */
function holding(year: number, month: number, day: number): string[] {
  const at = new Date(Date.UTC(year, month - 1, day))
  if (at.getUTCMonth() !== month - 1 || at.getUTCDate() !== day) return []
  // A week is of the year in which its Thursday lies.
  at.setUTCDate(at.getUTCDate() + 3 - ((at.getUTCDay() + 6) % 7))
  const first = Date.UTC(at.getUTCFullYear(), 0, 1)
  return [written(at.getUTCFullYear(), 1 + Math.floor((at.getTime() - first) / 604_800_000))]
}

/** The numbered week, where the year has it. */
const numbered = (year: number, number: number): string[] =>
  number >= 1 && number <= weeksOf(year) ? [written(year, number)] : []

/** How many weeks a year has: the 28th of December is in its last. */
export const weeksOf = (year: number): number => Number(holding(year, 12, 28)[0]?.slice(6))

/**
 * Weeks that may have been meant: none, one, or two where a day can be read in two ways. The server reads by the same rule;
 * `typed/weeks.json` of the contract holds both to it.
 */
export function readWeek(typed: string, now: string): string[] {
  const plain = typed.trim().replace(/\s+/g, ' ').toLowerCase()
  const of = (pattern: RegExp) => pattern.exec(plain)?.slice(1).map(Number)
  const only = of(/^(?:w|wk|week)? ?(\d{1,2})$/)
  if (only) {
    const year = Number(now.slice(0, 4))
    return [...numbered(year, only[0] ?? 0).filter((week) => week >= now), ...numbered(year + 1, only[0] ?? 0)].slice(0, 1)
  }
  const after = of(/^(?:w|wk|week)? ?(\d{1,2}) ?[/ ] ?(\d{4})$/)
  const before = of(/^(\d{4})[- /]?w ?(\d{1,2})$/)
  const [number = 0, year = 0] = after ?? before?.reverse() ?? []
  if (after ?? before) return year >= 1990 && year <= 2100 ? numbered(year, number) : []
  const iso = of(/^(\d{4})-(\d{1,2})-(\d{1,2})$/)
  const dots = of(/^(\d{1,2})\.(\d{1,2})\.(\d{4})$/)
  const slashes = of(/^(\d{1,2})\/(\d{1,2})\/(\d{4})$/)
  const named = /^(\d{1,2}) ([a-z]{3})[a-z]* (\d{4})$/.exec(plain)
  const [a = 0, b = 0, c = 0] = iso ?? dots ?? slashes ?? []
  const weeks = iso
    ? holding(a, b, c)
    : dots
      ? holding(c, b, a)
      : slashes
        ? [...holding(c, b, a), ...holding(c, a, b)]
        : named
          ? holding(Number(named[3]), 1 + MONTHS.indexOf(named[2] ?? ''), Number(named[1]))
          : []
  return [...new Set(weeks)].filter((week) => week >= '1990' && week < '2101')
}

/** As it is written for the server; what is no week, or two, is sent as it was typed, and comes back with the reason. */
export function asWeek(typed: string, now: string): string {
  const [only, other] = readWeek(typed, now)
  return only === undefined || other !== undefined ? typed : only
}

/** The Mondays of a year's weeks. */
export const mondaysOf = (year: number): { week: string; monday: string }[] =>
  Array.from({ length: weeksOf(year) }, (_, i) => written(year, i + 1)).map((week) => ({ week, monday: mondayOf(week) }))
