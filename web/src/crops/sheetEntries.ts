import type { Nursery, Schemas, Typed, WaySheet } from '../api/client'
import { numeric, showNumber } from '../forms/number'
import { unitOf } from '../words'
import { SHEET_CHOICES, SHEET_WORDS } from './sheetWords'

type Choices = Schemas['Choices']

export interface SheetEntry {
  path: string
  label: string
  kind: 'text' | 'number' | 'percent' | 'heat' | 'flag' | 'choice'
  hint?: string
  /** May be left empty, and is then nothing. */
  optional?: boolean
  choices?: readonly { value: string; words: string }[]
}

const of = (path: string, kind: SheetEntry['kind'], more: Partial<SheetEntry> = {}): SheetEntry => ({
  path,
  kind,
  label: SHEET_WORDS[path] ?? path,
  choices:
    kind === 'choice'
      ? Object.entries(SHEET_CHOICES[path as keyof typeof SHEET_CHOICES] ?? {}).map(([value, words]) => ({ value, words }))
      : undefined,
  ...more,
})
const pair = (path: string, kind: SheetEntry['kind'], from: string, to: string): SheetEntry[] => [
  of(`${path}.0`, kind, { label: from }),
  of(`${path}.1`, kind, { label: to }),
]

/** A sheet's entries in the order in which a cutting meets them. Windows and weaning, which are lists, have forms of their own. */
export function sheetSections(choices: Choices, method: string): { title: string; entries: SheetEntry[] }[] {
  const ofStem = choices.methods.find((one) => one.method === method)?.ofStem ?? false
  const materials = choices.methods.find((one) => one.method === method)?.materials ?? []
  const words = (values: readonly string[]) => values.map((value) => ({ value, words: value }))
  return [
    {
      title: 'The way',
      entries: [
        of('method', 'choice', { choices: words(choices.methods.map((one) => one.method)) }),
        of('material', 'choice', { choices: words(materials) }),
        of('timeOfDay', 'choice'),
        of('wash', 'choice', { hint: 'hairy, felted and some seaside leaves: never' }),
      ],
    },
    {
      title: 'The cut',
      entries: [
        ...pair('cut.lengthCm', 'number', 'Shortest, cm', 'Longest, cm'),
        ...(ofStem
          ? [
              of('cut.nodesBelow', 'number'),
              of('cut.nodesAbove', 'number'),
              of('cut.betweenNodes', 'flag', { hint: 'then one stem gives nearly twice the cuttings' }),
              of('cut.leaves', 'choice'),
              of('cut.wound', 'flag'),
            ]
          : [of('cut.leaves', 'choice')]),
        of('cut.slanted', 'choice'),
        of('cut.up', 'choice'),
        ...(method === 'runner' ? [of('cut.plantlets', 'number')] : []),
      ],
    },
    {
      title: 'Held until stuck',
      entries: [
        of('hold.dry', 'flag', { hint: 'succulent, milky or fleshy: dry until its cut has sealed' }),
        of('hold.sealDays', 'number'),
        of('hold.shadedHours', 'number'),
        of('hold.sameDay', 'flag'),
        of('hold.coldDays', 'number', { hint: '0: never refrigerated' }),
      ],
    },
    {
      title: 'Made up',
      entries: [
        of('mix.parts', 'text'),
        of('mix.kind', 'choice'),
        of('hormone.kind', 'choice'),
        of('hormone.what', 'text', { optional: true, hint: 'such as IBA' }),
        of('hormone.ppm', 'number', { optional: true, hint: 'the product label overrides this' }),
        of('hole.trayKind', 'choice', {
          choices: choices.trayKinds.map((kind) => ({ value: String(kind.id), words: kind.name })),
        }),
        of('hole.each', 'number', { hint: 'more than one is insurance, and one plant' }),
        of('hole.apart', 'flag', { hint: 'then several of a hole are as many plants' }),
        of('hole.depthCm', 'number', { label: 'Depth, cm' }),
        of('surplus', 'choice'),
        of('costEach', 'number'),
      ],
    },
    {
      title: 'Water, warmth, light',
      entries: [
        of('water.regime', 'choice'),
        ...pair('water.mist', 'number', 'Least mist, 0 to 3', 'Most mist, 0 to 3'),
        of('water.steps', 'text', { optional: true, hint: 'with semicolons between' }),
        ...pair('warmth.medium', 'heat', 'Mix no cooler than', 'Mix no warmer than'),
        of('warmth.base', 'heat'),
        of('warmth.optimumLow', 'heat'),
        of('warmth.optimumHigh', 'heat'),
        of('warmth.ceiling', 'heat'),
        of('light.hours', 'number'),
        of('light.cover', 'text'),
      ],
    },
    {
      title: 'What to expect',
      entries: [
        of('prior.rate', 'percent', { label: 'Rate expected at first, in 100', hint: 'your batches soon outweigh it' }),
        of('prior.strength', 'number'),
        of('prior.phi', 'number', { hint: 'about 8 for uneven kinds, 30 for even ones' }),
      ],
    },
    {
      title: 'Potting and after',
      entries: [
        of('potting.trigger', 'choice'),
        of('potting.readyShare', 'percent', { label: 'Share that is ready, in 100' }),
        of('potting.pot', 'text'),
        of('potting.direct', 'flag', { hint: 'its tray holds the pots it is sold in: no second potting' }),
        of('potting.mix', 'text'),
        of('potting.feed', 'choice'),
        of('potting.survival', 'percent', { label: 'Come through potting, in 100' }),
        of('potting.survivalStrength', 'number'),
        of('potting.growOnDays', 'number'),
        of('potting.degreeDays', 'number', { optional: true }),
        of('potting.growBase', 'heat', { optional: true }),
        of('potting.hardy', 'flag'),
        of('potting.winter', 'choice'),
      ],
    },
    {
      title: 'Notes',
      entries: [of('note', 'text', { optional: true }), of('safety', 'text', { optional: true, hint: 'shown beside the step' })],
    },
  ]
}

export const ROOTING = {
  days: pair('rooting.days', 'number', 'First tenth rooted, days', 'Nine tenths rooted, days'),
  thermal: [of('rooting.halfAt', 'number'), of('rooting.shape', 'number', { hint: '5 drawn out, 12 close together' })],
}

/** A sheet as it is sent while it is typed. */
export type SheetTyped = Typed<'post', '/api/sheets/try'>['sheet']

/** What is typed stands under the entry's path, each part of it flat. */
export type TypedSheet = Record<string, string | boolean>
export interface TypedWindow {
  from: string
  to: string
  sign: string
  overNewYear: boolean
}

const at = (sheet: unknown, path: string): unknown =>
  path.split('.').reduce<unknown>((part, key) => (part as Record<string, unknown> | undefined)?.[key], sheet)

/** A form field's name may not hold a dot of its own. */
export const nameOf = (path: string): string => path.replaceAll('.', '_')

export function typedOf(sheet: WaySheet, entries: readonly SheetEntry[], settings: Nursery | null): TypedSheet {
  return Object.fromEntries(
    entries.map((entry) => {
      const value = at(sheet, entry.path)
      if (entry.kind === 'flag') return [nameOf(entry.path), value === true]
      if (value === null || value === undefined) return [nameOf(entry.path), '']
      if (Array.isArray(value)) return [nameOf(entry.path), value.join('; ')]
      if (entry.kind === 'percent') return [nameOf(entry.path), showNumber(Math.round(1000 * Number(value)) / 10)]
      if (entry.kind === 'heat') return [nameOf(entry.path), unitOf('heat', settings).show(String(value))]
      return [nameOf(entry.path), typeof value === 'number' ? showNumber(Math.round(value * 1000) / 1000) : String(value)]
    }),
  )
}

function read(entry: SheetEntry, typed: string | boolean | undefined, settings: Nursery | null): unknown {
  if (entry.kind === 'flag') return typed === true
  const text = String(typed ?? '').trim()
  if (entry.path === 'water.steps')
    return text === ''
      ? []
      : text
          .split(';')
          .map((step) => step.trim())
          .filter(Boolean)
  if (text === '' && entry.optional) return null
  if (entry.kind === 'text' || (entry.kind === 'choice' && entry.path !== 'hole.trayKind')) return text
  // Nothing typed where a number belongs is told so, not taken for 0.
  if (text === '') return text
  const number = numeric(text)
  if (typeof number !== 'number') return number
  return entry.kind === 'percent' ? number / 100 : entry.kind === 'heat' ? unitOf('heat', settings).read(number) : number
}

/** The sheet that was typed, over the one it began as: entries that this method does not show stay as they were. */
export function sheetOf(
  began: WaySheet,
  typed: TypedSheet,
  entries: readonly SheetEntry[],
  settings: Nursery | null,
): SheetTyped {
  const sheet = structuredClone(began) as unknown as Record<string, unknown>
  for (const entry of entries) {
    const keys = entry.path.split('.')
    const last = keys.pop() as string
    const part = keys.reduce<Record<string, unknown>>((into, key) => {
      into[key] ??= {}
      return into[key] as Record<string, unknown>
    }, sheet)
    const told = read(entry, typed[nameOf(entry.path)], settings)
    // What a sheet did not say, and nobody ticked, it goes on not saying.
    if (told !== false || last in part) part[last] = told
  }
  const hormone = sheet.hormone as WaySheet['hormone']
  if (hormone.kind === 'none') sheet.hormone = { kind: 'none', ppm: null, what: null }
  return sheet as unknown as SheetTyped
}

/** The path of a refusal, as the form names its fields. */
export const fieldOf = (field: string): string => field.replace(/^sheet\./, '').replace(/\[(\d+)\]/g, '.$1')
