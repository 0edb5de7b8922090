import { describe, expect, it } from 'vitest'
import type { Nursery } from '../api/client'
import { shiftWeek } from '../shell/week'
import {
  CAUSE_WORDS,
  inHundred,
  mondayOf,
  plural,
  STAGE_WORDS,
  STATE_WORDS,
  sayDay,
  sayHeat,
  sayInHundred,
  sayLength,
  sayWay,
  sayWeek,
  unitOf,
} from '../words'

const metric: Nursery = {
  name: 'N',
  units: 'metric',
  temperature: 'celsius',
  hemisphere: 'north',
  climate: 'warm_dry',
  weeks: 'numbers',
  numbers: '1,200.5',
  timeZone: 'UTC',
  stuckAnHour: 100,
  pottedAnHour: 100,
  windowBy: 'weeks',
  windowWeeks: 0,
  air: [4, 4, 6, 9, 12, 15, 17, 16, 14, 11, 7, 5],
  currency: '€',
  registration: null,
  country: null,
  inspectionDays: 60,
  sessionIdleHours: 12,
  sessionDays: 14,
  sharedMinutes: 30,
  version: 1,
}
const us: Nursery = { ...metric, units: 'us', temperature: 'fahrenheit', weeks: 'dates' }

describe('weeks', () => {
  it.each([
    ['2026-W01', '2025-12-29'],
    ['2026-W48', '2026-11-23'],
    ['2026-W53', '2026-12-28'],
    ['2027-W01', '2027-01-04'],
    ['2020-W53', '2020-12-28'],
    ['2024-W09', '2024-02-26'],
  ])('%s begins on %s', (week, monday) => {
    expect(mondayOf(week)).toBe(monday)
  })

  it.each([
    ['2026-W52', 1, '2026-W53'],
    ['2026-W53', 1, '2027-W01'],
    ['2027-W01', -1, '2026-W53'],
    ['2025-W52', 1, '2026-W01'],
    ['2026-W48', 0, '2026-W48'],
    ['2026-W48', -48, '2025-W52'],
    ['2026-W10', 100, '2028-W05'],
  ])('%s moved by %i is %s', (week, by, moved) => {
    expect(shiftWeek(week, by)).toBe(moved)
  })

  it('moves there and back through a dozen years', () => {
    let week = '2020-W01'
    const seen = new Set<string>()
    for (let i = 0; i < 630; i++) {
      expect(shiftWeek(shiftWeek(week, 1), -1)).toBe(week)
      expect(seen.has(week)).toBe(false)
      seen.add(week)
      const next = shiftWeek(week, 1)
      expect(new Date(mondayOf(next)).getTime() - new Date(mondayOf(week)).getTime()).toBe(7 * 86_400_000)
      week = next
    }
  })

  it('are said as the nursery likes', () => {
    expect(sayWeek('2026-W48', '2026-11-23', metric)).toBe('week 48')
    expect(sayWeek('2027-W03', '2027-01-18', us)).toBe('week of 18 Jan')
    expect(sayWeek('2027-W03', undefined, us)).toBe('week 3')
    expect(sayWeek('2027-W03', '2027-01-18', null)).toBe('week 3')
  })
})

describe('days', () => {
  it('leave out the running year', () => {
    expect(sayDay('2026-11-03', '2026-01-01')).toBe('3 Nov')
    expect(sayDay('2027-03-31', '2026-11-23')).toBe('31 Mar 2027')
    expect(sayDay('2027-03-31')).toBe('31 Mar')
  })
})

describe('measures', () => {
  it('are shown in the nursery’s units', () => {
    expect(sayHeat(20, metric)).toBe('20°')
    expect(sayHeat(20, us)).toBe('68°F')
    expect(sayHeat(-2, us)).toBe('28°F')
    expect(sayLength(9.6, metric)).toBe('9.6 m')
    expect(sayLength(9.6, us)).toBe('31.5 ft')
  })

  it('are entered in them and kept in °C and metres', () => {
    for (const celsius of [0, 8, 16, 18, 22, 25]) {
      const { show, read } = unitOf('heat', us)
      expect(Math.abs(read(Number(show(String(celsius)))) - celsius)).toBeLessThan(0.3)
    }
    expect(unitOf('heat', us).word).toBe(', °F')
    expect(unitOf('length', us).read(10)).toBeCloseTo(3.048, 9)
    expect(unitOf('length', us).show('')).toBe('')
    expect(unitOf('heat', metric).read(18)).toBe(18)
    expect(unitOf('length', metric)).toMatchObject({ word: ', m' })
    expect(unitOf('number', us).word).toBe('')
    expect(unitOf(undefined, us).show('5')).toBe('5')
  })
})

describe('words', () => {
  it('count and name', () => {
    expect(plural(1, 'tray')).toBe('1 tray')
    expect(plural(0, 'tray')).toBe('0 trays')
    expect(plural(2, 'batch', 'batches')).toBe('2 batches')
    expect(sayWay('division', 'division')).toBe('division')
    expect(sayWay('tip cutting', 'softwood')).toBe('tip cutting, softwood')
    expect(inHundred(0.8351)).toBe('84')
  })

  it('are there for every stage, state and cause, each its own', () => {
    for (const words of [STAGE_WORDS, STATE_WORDS, CAUSE_WORDS]) {
      const said = Object.values(words)
      expect(new Set(said).size).toBe(said.length)
      for (const word of said) expect(word).toMatch(/^[a-z]/)
    }
  })
})

describe('a chance in hundredths', () => {
  it.each([
    [0, '0 in 100'],
    [0.002, 'under 1 in 100'],
    [0.005, '1 in 100'],
    [0.904, '90 in 100'],
    [0.994, '99 in 100'],
    [0.9999, 'over 99 in 100'],
    [1, '100 in 100'],
  ])('says %f as %s', (chance, words) => expect(sayInHundred(chance)).toBe(words))
})
