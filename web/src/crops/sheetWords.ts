import type { Nursery, Way, WaySheet } from '../api/client'
import { sayHeat } from '../words'

/** Words for what a sheet's entries may be. */
export const SHEET_CHOICES = {
  timeOfDay: { early: 'early, while full of water', any: 'any time', dry: 'on a dry day' },
  'cut.leaves': { all: 'left on', two_to_four: 'down to 2 to 4', halved: 'big ones halved', none: 'none' },
  'cut.slanted': { below: 'below', above: 'above', neither: 'neither' },
  'cut.up': { tip: 'tip', crown_end: 'the end nearer the crown', flat: 'laid flat', either: 'does not matter' },
  wash: { allowed: 'may be washed and dipped', never: 'never wash or dip', always: 'always dipped, with roots too' },
  'mix.kind': { inert: 'inert only', with_compost: 'with compost or potting mix' },
  'hormone.kind': { none: 'none', powder: 'powder', liquid: 'quick liquid dip' },
  'water.regime': {
    mist: 'mist',
    cover: 'closed cover, vented',
    below: 'from below after day one',
    dry: 'dry start',
    none: 'watered by hand',
    mother: 'its mother plant',
    ground: 'the rain, in open ground',
  },
  'potting.trigger': {
    share: 'a sampled share has rooted',
    first_root: 'the first root shows at the hole',
    every_hole: 'roots show at every hole',
    calendar: 'the calendar says',
  },
  'potting.feed': { after_rooting: 'none until rooted', in_the_mix: 'slow-release in the mix' },
  'potting.winter': {
    outside: 'outside',
    cold_frame: 'in a cold frame',
    frost_free: 'frost-free',
    as_cells: 'as it stands in cells, potted in late winter',
  },
  surplus: { chance: 'for a chosen chance of enough', expected: 'the expected number' },
} as const satisfies Record<string, Record<string, string>>

export type Chosen = keyof typeof SHEET_CHOICES

/** What an entry is called, by its path in the sheet. */
export const SHEET_WORDS: Record<string, string> = {
  method: 'Method',
  material: 'Material',
  windows: 'Windows',
  timeOfDay: 'Time of day',
  'cut.lengthCm': 'Length, cm',
  'cut.nodesBelow': 'Nodes below ground',
  'cut.nodesAbove': 'Nodes above',
  'cut.betweenNodes': 'Roots between nodes',
  'cut.leaves': 'Leaves',
  'cut.wound': 'Wounded',
  'cut.slanted': 'The slanted cut is',
  'cut.up': 'Which end is up',
  'cut.plantlets': 'Plantlets a runner',
  'hold.dry': 'Held dry to seal',
  'hold.sameDay': 'Stuck on the same day',
  'hold.shadedHours': 'Keeps in shade, hours',
  'hold.coldDays': 'Keeps cold, days',
  'hold.sealDays': 'Days to seal',
  wash: 'Washing',
  'mix.parts': 'Rooting mix',
  'mix.kind': 'The mix is',
  'hormone.kind': 'Hormone',
  'hormone.ppm': 'Strength, ppm',
  'hormone.what': 'Of what',
  'hole.trayKind': 'Tray or pot',
  'hole.each': 'In each hole',
  'hole.apart': 'Potted apart',
  'hole.depthCm': 'Depth, cm',
  'water.regime': 'Water',
  'water.mist': 'Mist level',
  'water.steps': 'Later steps',
  'warmth.medium': 'Mix kept at',
  'warmth.base': 'No roots under',
  'warmth.optimumLow': 'Fastest from',
  'warmth.optimumHigh': 'Fastest to',
  'warmth.ceiling': 'No roots over',
  'light.hours': 'Hours of light',
  'light.cover': 'Shade and cover',
  'rooting.halfAt': 'Half rooted, thermal days',
  'rooting.shape': 'How close together',
  'prior.rate': 'Rate expected at first',
  'prior.strength': 'Worth so many plants',
  'prior.phi': 'How alike batches are',
  weaning: 'Weaning',
  'potting.trigger': 'Pot when',
  'potting.readyShare': 'Share that is ready',
  'potting.pot': 'First pot',
  'potting.direct': 'Stuck straight into its pot',
  'potting.mix': 'Potting mix',
  'potting.feed': 'Feed',
  'potting.survival': 'Come through potting',
  'potting.survivalStrength': 'Worth so many plants',
  'potting.growOnDays': 'Potting to ready, days',
  'potting.degreeDays': 'Potting to ready, degree-days',
  'potting.growBase': 'Degree-days above',
  'potting.hardy': 'Hardy',
  'potting.winter': 'Overwinters',
  surplus: 'Stick',
  costEach: 'Material, for one cutting',
  note: 'Handling',
  safety: 'Take care',
}

/** One entry of a sheet, said. */
export function sayEntry(path: string, value: unknown, settings: Nursery | null = null): string {
  if (value === null || value === undefined || value === '') return '–'
  if (path.startsWith('warmth.') || path === 'potting.growBase')
    return [value]
      .flat()
      .map((heat) => sayHeat(Number(heat), settings))
      .join(' to ')
  const choices = SHEET_CHOICES[path as Chosen] as Record<string, string> | undefined
  if (choices) return choices[String(value)] ?? String(value)
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (path === 'windows') return (value as WaySheet['windows']).map((one) => `weeks ${one.from} to ${one.to}`).join(', ')
  if (path === 'weaning') {
    const steps = value as WaySheet['weaning']
    return steps.length === 0 ? 'none' : steps.map((step) => `${step.days} days ${step.what}`).join(', then ')
  }
  if (Array.isArray(value)) {
    if (value.every((one) => typeof one === 'number')) return value[0] === value[1] ? String(value[0]) : value.join(' to ')
    return value.length === 0 ? 'none' : value.join(', ')
  }
  return typeof value === 'number' ? String(Math.round(value * 100) / 100) : String(value)
}

export function sayHold(hold: WaySheet['hold']): string {
  if (hold.dry) return `left dry in shade ${hold.sealDays} days to seal`
  const shaded = `${hold.shadedHours} hours in shade${hold.sameDay ? ', the same day only' : ''}`
  return hold.coldDays > 0 ? `${shaded}; ${hold.coldDays} days cold` : shaded
}

export function sayHormone({ kind, ppm, what }: WaySheet['hormone']): string {
  return kind === 'none' ? 'none' : `${what} ${kind}, ${ppm} ppm`
}

export const sayWindows = (way: Way): string => way.sheet.windows.map((one) => `weeks ${one.from} to ${one.to}`).join(' and ')
