import { describe, expect, it } from 'vitest'
import type { Schemas, ZoneWeek } from '../api/client'
import { Bench } from '../bench/Bench'
import { Fill } from '../bench/Fill'
import { LayOut } from '../bench/LayOut'
import { Needs } from '../bench/Needs'
import { WorkList } from '../bench/WorkList'
import { House } from '../drawings/House'
import type { Offer } from '../drawings/ZoneAnswer'
import { ZoneStrip } from '../drawings/ZoneStrip'
import { drawRoom, tag, viewer, wordsOf, zone } from './nursery'

const WEEK = '2027-W19'
const frame: ZoneWeek = {
  ...zone,
  id: 2,
  name: 'Frame',
  house: 'Frames',
  kind: 'frame',
  tenants: [],
  used: 0,
  setting: null,
  closed: [],
}

const setting = (heat: number, suits = true) => ({ heat, mist: 1, suits })
const season: Schemas['ZoneSeason'] = {
  zone,
  weeks: [
    { week: '2027-W19', used: 4, trays: 10, setting: setting(18), clashes: [] },
    { week: '2027-W20', used: 4, trays: 10, setting: setting(18), clashes: [] },
    { week: '2027-W21', used: 12, trays: 10, setting: setting(22, false), clashes: ['RAP-39 and KUT-34'] },
    { week: '2027-W22', used: 0, trays: 0, setting: null, clashes: [] },
  ],
}

describe('the bench room', () => {
  const known = (zones: ZoneWeek[]): [unknown[], unknown][] => [
    [['bench', WEEK], { week: WEEK, zones }],
    [['zone-season', 1, WEEK], season],
  ]

  it('tells plants in pots from those in trays, and asks for their places apart', () => {
    const potted: ZoneWeek = {
      ...zone,
      onlyPots: true,
      tenants: [
        ...zone.tenants,
        { inPots: true, lot: { code: 'P7', version: 2, plants: 61 }, trays: 7, from: '2027-W18', to: '2027-W30', tag },
      ],
    }
    const drawn = wordsOf(drawRoom(<Bench />, { at: '/bench', known: [[['bench', WEEK], { week: WEEK, zones: [potted] }]] }))
    expect(drawn).toContain('in pots on 7 places, week 18 to 30')
    expect(drawn).toContain('for pots only')
    expect(drawn).toContain('4 places, week 18 to 24')
  })

  it('says of a zone what it is, how full, what to set and when it is out of use', () => {
    const words = wordsOf(drawRoom(<Bench />, { known: known([zone, frame]) }))
    expect(words).toContain('mist line, on a bench, shaded')
    expect(words).toContain('4 of 10 places taken, 6 free')
    expect(words).toContain('Out of use week 38 to week 42: a new heat cable')
    expect(words).toContain('Lock')
  })

  it('lets a viewer look and change nothing', () => {
    const drawn = drawRoom(<Bench />, { known: known([zone]), as: viewer })
    expect(drawn).not.toContain('>Move<')
    expect(drawn).not.toContain('Close it for some weeks')
  })

  it('says what to do first where there is no zone', () => {
    expect(wordsOf(drawRoom(<Bench />, { known: known([]) }))).toContain('No zone yet.')
  })

  it('gives each zone its answer to a batch in hand, in words and in shape', () => {
    const offers = new Map<number, Offer>([
      [1, { id: 1, here: false, yes: true, reason: null, words: 'has room and suits' }],
      [2, { id: 2, here: false, yes: false, reason: 'no_room', words: '6 trays short from week 24' }],
    ])
    const drawn = drawRoom(
      <House name="All" zones={[zone, frame]} wide={6} settings={null} onChoose={() => {}} offers={offers} onGive={() => {}} />,
    )
    expect(drawn).toContain('Can take it')
    expect(drawn).toContain('No: 6 trays short from week 24')
    expect(drawn).toContain('stroke-dasharray="10 7"')
  })

  it('draws a season with what is too much and what cannot be had together', () => {
    const drawn = drawRoom(<ZoneStrip name="Mist 1" weeks={season.weeks} shown={WEEK} settings={null} />)
    expect(drawn).toContain('week 21 12 trays in 10')
    expect(drawn.split('url(#over-trays)').length - 1).toBe(1)
    expect(drawn.split('url(#shut-weeks)').length - 1).toBe(1)
    expect(wordsOf(drawn)).toContain('week 19 to 20')
    expect(wordsOf(drawn)).toContain('cannot be had together: RAP-39 and KUT-34')
  })

  it('lays out a zone by its numbers', () => {
    const drawn = drawRoom(<LayOut />, { known: known([zone]) })
    expect(wordsOf(drawn)).toContain('12 × tray of 40')
    expect(drawn).toContain('Push it left')
    expect(drawRoom(<LayOut />, { known: known([zone]), as: viewer })).not.toContain('Take it away')
  })
})

describe('bench work', () => {
  const job = (over: Partial<Schemas['BenchJob']>): Schemas['BenchJob'] => ({
    day: '2027-05-13',
    kind: 'move',
    code: 'RAP-39',
    crop: 'Catmint',
    trays: 14,
    zone: 'A2',
    to: 'Weaning A',
    setting: null,
    ...over,
  })

  it('reads out day by day what is moved, laid, taken off and set', () => {
    const jobs = [
      job({}),
      job({ kind: 'lay', trays: 1, zone: 'A3', to: null }),
      job({ day: '2027-05-14', kind: 'off', to: null }),
      job({ day: '2027-05-14', kind: 'set', code: null, zone: 'A4', to: null }),
      job({ day: '2027-05-14', kind: 'set', code: null, zone: 'A5', to: null, setting: setting(20, false) }),
    ]
    const words = wordsOf(drawRoom(<WorkList />, { known: [[['bench-work', WEEK], { week: WEEK, jobs }]] }))
    expect(words).toContain('Thursday, 13 May Move 14 trays of Catmint, RAP-39 from A2 to Weaning A')
    expect(words).toContain('Lay 1 tray of Catmint, RAP-39 in A3')
    expect(words).toContain('Take 14 trays of Catmint, RAP-39 off A2 to be potted')
    expect(words).toContain('A4 stands empty: heat and mist off.')
    expect(words).toContain('Set A5 to 20°')
    expect(words).toContain('does not suit all who lie there')
  })

  it('says when there is none', () => {
    expect(wordsOf(drawRoom(<WorkList />, { known: [[['bench-work', WEEK], { week: WEEK, jobs: [] }]] }))).toContain(
      'Nothing is carried or set in this week.',
    )
  })
})

describe('filling', () => {
  it('changes nothing before it is asked, and says so', () => {
    expect(wordsOf(drawRoom(<Fill />))).toContain('You see what would change before anything does.')
  })

  it('says how much mist the season wants against what there is', () => {
    const mist = [
      { week: '2027-W19', wanted: 8, room: 10, used: 8 },
      { week: '2027-W20', wanted: 14, room: 10, used: 10 },
    ]
    const found = { mist, fullest: 0.9, score: 21, gains: { withoutPlaceThen: 1 } } as Schemas['Fill']
    const drawn = drawRoom(<Needs found={found} />)
    expect(wordsOf(drawn)).toContain('1 week wants more than there is, most by 4 trays.')
    expect(wordsOf(drawn)).toContain('as it is 1 90 % 21')
    expect(drawn.split('fill="var(--plum)"').length - 1).toBe(1)
  })
})
