import { describe, expect, it } from 'vitest'
import type { Schemas } from '../api/client'
import { HeatPage } from '../mist/HeatPage'
import { Programmes } from '../mist/Programmes'
import { drawRoom, viewer, wordsOf } from './nursery'

type Zone = Schemas['ZoneProgrammes']['zones'][number]

const zone = (more: Partial<Zone>): Zone => ({
  id: 1,
  name: 'Mist 1',
  house: 'Mist house',
  mark: 'm',
  asks: {},
  says: [{ what: 'medium', says: 'Medium at 18 °C' }],
  changes: [],
  mistFor: null,
  warmFor: null,
  tenants: [],
  set: null,
  ...more,
})
const tenant: Schemas['TendedBatch'] = {
  batch: 'RAK-47',
  crop: 'Catmint',
  level: 3,
  ownLevel: 2,
  eased: 0.5,
  litres: 62,
  ownLitres: 40,
  daysLater: 2.2,
  byHand: null,
}
const drawn = (zones: Zone[], as?: typeof viewer) =>
  drawRoom(<Programmes />, { known: [[['mist-programmes'], { zones }]], ...(as && { as }) })

describe('mist and heat', () => {
  it('lists what is to be changed this morning, to be ticked by who may', () => {
    const asked = [zone({ changes: ['Medium at 18 °C. Until now: Medium at 20 °C'] })]
    expect(wordsOf(drawn(asked))).toContain('On the controller this morning Mist 1 Medium at 18 °C. Until now: Medium at 20 °C.')
    expect(drawn(asked)).toContain('aria-label="Mist 1 is set"')
    expect(drawn(asked, viewer)).not.toContain('aria-label="Mist 1 is set"')
    expect(wordsOf(drawn([zone({})]))).toContain('Nothing is to be changed.')
  })

  it('names whom the mist follows, and what it costs the others', () => {
    const said = wordsOf(drawn([zone({ tenants: [tenant, { ...tenant, batch: 'B', daysLater: -3, eased: 0 }], mistFor: 'B' })]))
    expect(said).toContain('Catmint, RAK-47')
    expect(said).toContain(
      'weaned by 50 in 100 62 l a day where 40 l would do: its mix stays wetter and rots sooner roots 2 days later than planned',
    )
    expect(said).toContain('Catmint, B the mist follows it')
    expect(said).toContain('roots 3 days sooner than planned')
  })

  it('folds zones in which nobody lies into a line', () => {
    const said = wordsOf(drawn([zone({ says: [] }), zone({ id: 2, name: 'Mist 2', says: [] })]))
    expect(said).toContain('Nobody lies in trays in Mist 1, Mist 2.')
  })

  it('says what somebody set otherwise', () => {
    const own = {
      id: 4,
      at: '2027-05-10 07:20',
      by: 'Bo',
      isOwn: true,
      programme: {},
      says: [{ what: 'medium' as const, says: 'Medium at 21 °C' }],
    }
    const said = wordsOf(drawn([zone({ tenants: [tenant], set: own })]))
    expect(said).toContain('Medium at 21 °C')
    expect(said).toContain('by Bo, otherwise than asked.')
  })
})

describe('heat', () => {
  const week = (set: number | null, kWh: number) => ({ set, kWh, cost: 0.3 * kWh })
  const zone: Schemas['PlannedHeat']['zones'][number] = {
    id: 1,
    name: 'Mist 1',
    house: 'Mist house',
    area: 15.4,
    u: 9,
    set: 20,
    weeks: [week(20, 100), week(null, 0)],
    degreeLess: {
      kWh: 9,
      batches: [
        { batch: 'RAK-47', days: 1.5, slack: 4, bears: true },
        { batch: 'HOP-33', days: 2, slack: 0, bears: false },
        { batch: 'OWN-44', days: 0, slack: null, bears: true },
        { batch: 'ICE-77', days: null, slack: 3, bears: false },
      ],
    },
    cheapest: { set: 18.5, kWh: 13, cost: 3.9 },
  }
  const planned = (zones: (typeof zone)[]) => ({ price: 0.3, weeks: ['2027-W19', '2027-W20'], zones })
  const said = (zones: (typeof zone)[]) =>
    wordsOf(
      drawRoom(<HeatPage />, {
        known: [
          [['mist-heat'], planned(zones)],
          [['mist-programmes'], { zones: [zone_()] }],
        ],
      }),
    )
  const zone_ = () => ({ ...drawnZone, id: 1 })
  const drawnZone = {
    name: 'Mist 1',
    house: 'Mist house',
    mark: 'm',
    asks: {},
    says: [],
    changes: [],
    mistFor: null,
    warmFor: null,
    tenants: [],
    set: null,
  }

  it('says what the season takes and what a degree less costs whom', () => {
    const words = said([zone])
    expect(words).toContain('2 weeks take 100 kWh , € 30 at € 0.3 a kWh')
    expect(words).toContain('RAK-47 1.5 days it may be 4 days later')
    expect(words).toContain('HOP-33 2 days it has no day to spare')
    expect(words).toContain('OWN-44 nothing: it has its roots nobody waits for it')
    expect(words).toContain('ICE-77 it would never root')
    expect(words).toContain('keeps the week of every order and saves 13 kWh this week, € 3.9.')
  })

  it('leaves out what is neither heated nor lain in', () => {
    const empty = { ...zone, name: 'Mist 9', set: null, weeks: [week(null, 0), week(null, 0)], degreeLess: null, cheapest: null }
    expect(said([empty])).not.toContain('Mist 9')
  })
})
