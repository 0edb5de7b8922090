import type { Nursery, Schemas, Stage } from './api/client'
import { clearly, showNumber } from './forms/number'

export const STATE_WORDS: Record<Schemas['State'], string> = {
  planned: 'planned',
  rooting: 'rooting',
  part_rooted: 'part rooted',
  rooted: 'rooted',
  potted: 'potted',
  gone: 'sold',
  lost: 'lost',
  called_off: 'called off',
}

export const STAGE_WORDS: Record<Stage, string> = {
  nothing: 'nothing yet',
  callus: 'callus',
  initials: 'root initials',
  at_wall: 'roots at the wall',
  at_hole: 'roots at the hole',
  root_bound: 'root-bound',
  dead: 'dead',
}

export const CAUSE_WORDS: Record<Schemas['Cause'], string> = {
  rot: 'rot',
  dried_out: 'dried out',
  pest: 'pest',
  mechanical: 'mechanical',
  mislaid: 'mislaid',
  too_poor: 'thrown as too poor',
  unrooted: 'thrown unrooted',
  no_room: 'thrown for want of room',
}

/** What is seen at a tag on the round. */
export const SEEN_WORDS: Record<Schemas['Seen'], string> = {
  fine: 'Looks fine',
  dry: 'Dry',
  too_wet: 'Too wet',
  yellowing: 'Yellowing',
  leaf_drop: 'Leaf drop',
  rot: 'Rot',
  pest: 'Pest',
  nozzle: 'Nozzle',
  missing_label: 'Label missing',
}

/** What is done with a lot until it is ready. */
export const STEP_WORDS: Record<Schemas['StepKind'], string> = {
  shade: 'out of the shade',
  feed: 'feed',
  space: 'set apart',
  winter: 'through the cold',
  harden: 'harden off',
  outside: 'outside',
  ready: 'ready',
}
export const RISK_WORDS = {
  none: 'in good time',
  rising: 'roots run on',
  high: 'late',
  bound: 'root-bound',
} as const
export const QUALITY_WORDS = { few: 'few and thin', fair: 'fair', many: 'many and white' } as const

export const BOOK_WORDS = {
  to_stick: 'to stick',
  stuck: 'stuck',
  rooted: 'rooted',
  potted: 'potted',
  grown: 'grown',
  sold: 'sold',
  lost: 'lost',
} as const

/** How plants leave that are not potted, and what is done with them out of their trays. */
export const LEAVES_WORDS: Record<Exclude<Schemas['LeavesAs'], 'pot'>, string> = {
  plug: 'a plug in its tray',
  bare_root: 'bare-root',
  bundle: 'a bundle of rooted stems',
}
export const OUT_OF_TRAY: Record<Schemas['LeavesAs'], { act: string; done: string; all: string }> = {
  pot: { act: 'Pot', done: 'Potted', all: 'Fill pots' },
  plug: { act: 'Count out', done: 'Counted out', all: 'Count out plugs' },
  bare_root: { act: 'Lift', done: 'Lifted', all: 'Lift' },
  bundle: { act: 'Lift', done: 'Lifted', all: 'Lift and tie' },
}
export const OUT_OF_TRAY_HOW: Record<Exclude<Schemas['LeavesAs'], 'pot'>, string> = {
  plug: 'Count the trays that have roots in every cell, fill gaps from the same batch, label each tray.',
  bare_root: 'Lift, shake off the mix, and keep the roots damp and dark until they are fetched.',
  bundle: 'Lift, tie by number, label each bundle, and keep the roots damp and dark until they are fetched.',
}
export const PRIORITY_WORDS: Record<Schemas['Priority'], string> = { must: 'must', should: 'should', nice: 'nice to have' }
export const WANTED_WORDS: Record<Schemas['Wanted']['state'], string> = {
  unplanned: 'not planned',
  planned: 'planned',
  under_way: 'under way',
  done: 'done',
  called_off: 'called off',
}
export const CLIMATE_WORDS: Record<Schemas['Climate'], string> = {
  cool_maritime: 'cool, damp, mild winters',
  mild_maritime: 'mild, damp',
  cold_continental: 'cold winters, warm summers',
  warm_dry: 'warm and dry',
}
export const ZONE_WORDS: Record<Schemas['Zone']['kind'], string> = {
  mist: 'mist line',
  cover: 'closed cover',
  open: 'open bench',
  frame: 'cold frame',
}

export const STANDS_WORDS: Record<Schemas['Zone']['stands'], string> = {
  bench: 'on a bench',
  under: 'under a bench',
  floor: 'on the floor',
}
export const GUEST_WORDS: Record<Schemas['Guest']['kind'], string> = {
  seeds: 'seed trays',
  plugs: 'bought-in plugs',
  trial: 'pots of a trial',
  other: 'something else',
}

export const LIGHT_WORDS: Record<Schemas['Zone']['light'], string> = {
  full: 'full light',
  shade: 'shaded',
  dim: 'dim',
}

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']

const parts = (day: string) => day.split('-').map(Number) as [number, number, number]

/** "23 Nov", with the year when it is not this one. */
export function sayDay(day: string, today?: string): string {
  const [year, month, date] = parts(day)
  const other = today !== undefined && parts(today)[0] !== year
  return `${date} ${MONTHS[month - 1]}${other ? ` ${year}` : ''}`
}

/** A week as the nursery likes it: "week 48" or "23 Nov". */
export function sayWeek(week: string, monday: string | undefined, settings: Nursery | null | undefined): string {
  return settings?.weeks === 'dates' && monday ? `week of ${sayDay(monday)}` : `week ${Number(week.slice(6))}`
}

/** The Monday of a written week, as a day. */
export function mondayOf(week: string): string {
  const fourth = new Date(Date.UTC(Number(week.slice(0, 4)), 0, 4))
  fourth.setUTCDate(fourth.getUTCDate() - ((fourth.getUTCDay() + 6) % 7) + 7 * (Number(week.slice(6)) - 1))
  return fourth.toISOString().slice(0, 10)
}

/** How numbers are written, by what twelve hundred and a half looks like. */
export const SIGNS_WORDS: [Nursery['numbers'], string][] = [
  ['1,200.5', '1,200.5'],
  ['1.200,5', '1.200,5'],
  ['1 200,5', '1 200,5'],
  ['1 200.5', '1 200.5'],
  ["1'200.5", "1'200.5"],
]

/** All time zones by their names; this browser's own is among them, whatever it calls it. */
export const timeZones = (): string[] =>
  [...new Set([...Intl.supportedValuesOf('timeZone'), 'UTC', Intl.DateTimeFormat().resolvedOptions().timeZone])].sort()

export function sayHeat(celsius: number, settings: Nursery | null | undefined): string {
  return settings?.temperature === 'fahrenheit' ? `${Math.round(celsius * 1.8 + 32)}°F` : `${Math.round(celsius)}°`
}

export function sayLength(metres: number, settings: Nursery | null | undefined): string {
  return settings?.units === 'us' ? `${(metres / 0.3048).toFixed(1)} ft` : `${metres.toFixed(1)} m`
}

/** A measured amount, in small or large units as one would pour it. */
export function sayVolume(ml: number, settings: Nursery | null | undefined): string {
  const plain = (value: number, digits: number) => String(Number(value.toFixed(digits)))
  if (settings?.units === 'us') {
    const ounces = ml / (3785.411784 / 128)
    return ounces < 64 ? `${plain(ounces, ounces < 8 ? 2 : 1)} fl oz` : `${plain(ounces / 128, 1)} gal`
  }
  return ml < 1000 ? `${plain(ml, ml < 25 ? 1 : 0)} ml` : `${plain(ml / 1000, ml < 10_000 ? 2 : 1)} l`
}

export const sayLitres = (litres: number, settings: Nursery | null | undefined): string => sayVolume(1000 * litres, settings)

export function sayMass(grams: number, settings: Nursery | null | undefined): string {
  return settings?.units === 'us'
    ? `${Number((grams / 28.349523125).toFixed(2))} oz`
    : `${Number(grams.toFixed(grams < 10 ? 1 : 0))} g`
}

export const sayPpm = (ppm: number): string => `${clearly(Math.round(ppm))} ppm`

/** The two ends of a span. */
export const ends = (span: readonly number[]): [number, number] => [span[0] ?? 0, span[1] ?? 0]

/** A share on a scale of a hundred, for axes and figures beside a drawing. */
export const inHundred = (share: number): string => `${Math.round(100 * share)}`

/** A chance in whole hundredths; one that is not quite certain, or not quite hopeless, is not said to be. */
export function sayInHundred(chance: number): string {
  const whole = chance < 1 && chance >= 0.995 ? 'over 99' : chance > 0 && chance < 0.005 ? 'under 1' : inHundred(chance)
  return `${whole} in 100`
}

export const plural = (count: number, one: string, many = `${one}s`): string => `${count} ${count === 1 ? one : many}`

const PIECES: Record<string, string> = {
  division: 'pieces',
  'clump splitting': 'pieces',
  offset: 'offsets',
  sucker: 'suckers',
  runner: 'plantlets',
  'tip layer': 'layers',
  'air layer': 'layers',
}

/** What is stuck, pinned or potted of a way is called: cuttings, where it has no word of its own. */
export const piecesOf = (method: string): string => PIECES[method] ?? 'cuttings'

/** "tip cutting, softwood"; a division or a root cutting needs no second word. */
export const sayWay = (method: string, material: string): string =>
  method.includes(material) ? method : `${method}, ${material}`

/** Entering a measure in the nursery's units; what is kept is always °C, metres and litres. */
export function unitOf(kind: string | undefined, settings: Nursery | null | undefined) {
  const same = {
    word: '',
    show: (start: string) =>
      kind === 'number' || kind === 'percent' || kind === 'heat' || kind === 'length' || kind === 'litres'
        ? showNumber(start)
        : start,
    read: (typed: number) => typed,
  }
  if (kind === 'heat')
    return settings?.temperature === 'fahrenheit'
      ? {
          word: ', °F',
          show: (start: string) => (start === '' ? '' : showNumber(Math.round(Number(start) * 1.8 + 32))),
          read: (typed: number) => (typed - 32) / 1.8,
        }
      : { ...same, word: ', °C' }
  if (kind === 'length')
    return settings?.units === 'us'
      ? {
          word: ', ft',
          show: (start: string) => (start === '' ? '' : showNumber((Number(start) / 0.3048).toFixed(1))),
          read: (typed: number) => typed * 0.3048,
        }
      : { ...same, word: ', m' }
  if (kind === 'litres')
    return settings?.units === 'us'
      ? {
          word: ', gal',
          show: (start: string) => (start === '' ? '' : showNumber(Number((Number(start) / 3.785411784).toFixed(2)))),
          read: (typed: number) => typed * 3.785411784,
        }
      : { ...same, word: ', l' }
  return same
}

/** What it stands in: so many trays; of what is called otherwise, so many of those. */
export const sayTrays = (many: number, kind: string) => (/tray/i.test(kind) ? plural(many, 'tray') : `${many} × ${kind}`)
