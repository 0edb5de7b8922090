import { describe, expect, it } from 'vitest'
import type { Schemas } from '../api/client'
import { OutlookBar } from '../drawings/OutlookBar'
import { StockAsks } from '../stock/StockCare'
import { Today } from '../today/Today'
import { Remedies } from '../wanted/Remedies'
import { drawRoom, tag, viewer, wordsOf } from './nursery'

const outlook: Schemas['OrderOutlook'] = {
  chance: 0.02,
  expected: 154,
  sent: 0,
  ready: 0,
  coming: 40,
  short: 46,
  isShort: true,
  enough: 0.2,
  inTime: 1,
  weeksLate: 0,
  words: '46 short, about 154 of 200: a chance of 2 in 100 of having them all.',
}

const wanted: Schemas['Wanted'] = {
  id: 7,
  crop: 'Plume grass',
  cropSlug: 'plume-grass',
  plants: 200,
  pot: { id: 1, name: '9 cm', millilitres: 420, leaves: 'pot', bundleOf: null },
  readyWeek: '2027-W35',
  customer: 'Bellwether Parks',
  priority: 'must',
  note: null,
  reference: null,
  needsAct: true,
  forBlock: null,
  onlyFrom: null,
  sex: null,
  calledOff: false,
  state: 'under_way',
  planBy: '2027-05-23',
  enteredBy: 'Ines',
  enteredAt: '2027-03-01',
  version: 1,
  batches: [],
  sent: [],
  outlook,
}

const thing = (more: Partial<Schemas['Thing']>): Schemas['Thing'] => ({
  job: 'stick',
  step: null,
  line: null,
  count: 168,
  due: '2027-05-13',
  daysLate: 0,
  why: 'planned to be stuck',
  mendable: true,
  tag,
  wanted: null,
  collection: null,
  ...more,
})

const short = thing({ job: 'short', count: 46, due: '2027-05-23', why: outlook.words, tag: null, wanted })

const today = (things: Schemas['Thing'][], as = undefined as typeof viewer | undefined) =>
  drawRoom(<Today />, {
    as,
    known: [
      [['day', '2027-W19'], { week: '2027-W19', running: true, things, stock: [], logged: [] }],
      [
        ['lots'],
        {
          lots: [
            { next: { kind: 'feed', on: '2027-05-10', words: '', daysLate: 2 } },
            { next: { kind: 'ready', on: '2027-06-10', words: '', daysLate: 0 } },
            { next: null },
          ],
        },
      ],
      [['bench', '2027-W19'], { week: '2027-W19', zones: [] }],
    ],
  })

describe('today', () => {
  it('begins with orders that will be short, before the sun is up', () => {
    const said = wordsOf(today([short, thing({})]))
    expect(said.indexOf('Before all')).toBeLessThan(said.indexOf('Early'))
    expect(said).toContain('46 short, about 154 of 200: a chance of 2 in 100 of having them all. Can be mended until 23 May.')
    expect(said).toContain('−46')
    expect(said).toContain('Bellwether Parks, week 35')
  })

  it('says of an order that has enough and is late by how much', () => {
    const late = { ...wanted, id: 7, outlook: { ...outlook, short: 0, weeksLate: 3 } }
    const said = wordsOf(today([thing({ job: 'short', count: 0, due: '2027-05-23', why: 'late', tag: null, wanted: late })]))
    expect(said).toContain('3 weeks late')
    expect(said).not.toContain('−0')
  })

  it('says last what stock plants ask for', () => {
    const ask = { block: 'FU-1', crop: 'Fuchsia', place: 'row 1', job: 'feed' as const, due: '2027-05-01', words: 'Feed it.' }
    const words = wordsOf(drawRoom(<StockAsks asks={[ask, { ...ask, block: 'CH-2', job: 'replace' }]} />, {}))
    expect(words).toContain('FU-1 Fuchsia row 1 Feed it. since 1 May Done')
    expect(words).toContain('CH-2 Fuchsia row 1 Feed it. since 1 May See')
    expect(wordsOf(drawRoom(<StockAsks asks={[ask]} on="2027-05-20" />, {}))).not.toContain('Done')
  })

  it('counts the lots of pots that have something due, and only those', () => {
    expect(wordsOf(today([thing({})]))).toContain('1 lot of pots with something due')
  })

  it('keeps what can no longer be helped out of the way, and says how many', () => {
    const lost = thing({ job: 'short', count: 9, mendable: false, why: 'nine short', tag: null, wanted: { ...wanted, id: 8 } })
    const drawn = today([short, lost])
    expect(drawn.indexOf('<details>')).toBeLessThan(drawn.indexOf('nine short'))
    expect(wordsOf(drawn)).toContain('1 order can no longer be helped by sticking again')
    expect(wordsOf(drawn)).not.toContain('nine short Can be mended')
  })

  it('offers one walk for all that is stuck early, and bars what relies on an unfit block', () => {
    const unfit = {
      ...tag,
      code: 'HOV-43',
      against: [{ code: 'quarantine' as const, words: 'In quarantine: rust.', clears: 'Clear it.' }],
    }
    const drawn = today([thing({}), thing({ tag: unfit })])
    expect(drawn).toContain('/stock/take?batches=RAP-39,HOV-43')
    expect(wordsOf(drawn)).toContain('take sheet for these 2')
    expect(drawn).toContain('HOV-43, planned, stock block not fit')
    expect(drawn.match(/aria-label="not fit to take"/g)).toHaveLength(1)
  })

  it('shows the clock of what is cut and not yet stuck', () => {
    const clock: Schemas['HoldClock'] = {
      startedAt: '2027-05-12T07:00:00',
      how: 'shaded',
      grade: null,
      seals: false,
      dueAt: '2027-05-12T13:00:00',
      now: '2027-05-12T12:00:00',
      phases: [{ from: '2027-05-12T07:00:00', state: 'soon', words: 'Stick soon: keeps {span} more.' }],
      by: 'Bo',
      from: [],
    }
    expect(wordsOf(today([thing({ collection: clock })]))).toContain('Stick soon: keeps 60 min more.')
    expect(wordsOf(today([thing({ collection: clock })], viewer))).not.toContain('Take back')
  })
})

describe('remedies', () => {
  const remedies: Schemas['Remedies'] = {
    wanted,
    outlook,
    again: [
      {
        way: 3,
        name: 'Division',
        possible: true,
        words: 'Still possible until 23 May.',
        from: '2027-05-12',
        last: '2027-05-23',
        stick: 80,
        trays: 2,
        chance: 0.97,
        block: 'PG-1',
        material: 'PG-1 can give 650',
      },
      {
        way: 4,
        name: 'Seed',
        possible: false,
        words: 'Too late: stuck today it is ready 4 weeks after the week wanted.',
        from: null,
        last: null,
        stick: null,
        trays: null,
        chance: null,
        block: null,
        material: null,
      },
    ],
    buyIn: 46,
    buyInBy: '2027-06-01',
    due: '2027-08-30',
    customer: 'Bellwether Parks',
  }
  const drawn = (more: Partial<Schemas['Remedies']> = {}, as = undefined as typeof viewer | undefined) =>
    drawRoom(<Remedies id={7} />, { as, known: [[['remedies', 7], { ...remedies, ...more }]] })

  it('lead to the batch that fills the gap, by its last day', () => {
    expect(drawn()).toContain('/wanted/7/plan?plants=46&amp;way=3&amp;stickOn=2027-05-12')
    const said = wordsOf(drawn())
    expect(said).toContain(
      '80 in 2 trays, 97 in 100 to fill the gap. Still possible until 23 May. PG-1 can give 650 Plan it, by 23 May',
    )
    expect(said).toContain('Buy in 46 liners in time to grow on to 30 Aug, ordered by 1 Jun.')
    expect(wordsOf(drawn({ buyInBy: '2027-05-01' }))).toContain('Too late for liners: they had to be ordered by 1 May.')
    expect(wordsOf(drawn({ buyInBy: null }))).toContain('no price is entered for this crop')
    expect(said).toContain('Tell Bellwether Parks that about 154 of 200 will be ready, before 30 Aug.')
  })

  it('keep what cannot work in sight, with the reason', () => {
    expect(wordsOf(drawn())).toContain('Stick again, seed Too late: stuck today it is ready 4 weeks after the week wanted.')
    expect(wordsOf(drawn({}, viewer))).not.toContain('Plan it')
  })

  it('do not promise time that has gone', () => {
    const said = wordsOf(drawn({ due: '2027-05-10', customer: null }))
    expect(said).toContain('Buy in 46 plants, ready as they are: the week has come.')
    expect(said).not.toContain('Tell')
  })

  it('are drawn as what is there and what is missing', () => {
    const bar = drawRoom(<OutlookBar outlook={{ ...outlook, sent: 50, ready: 25, coming: 25 }} wanted={200} />)
    expect(bar).toContain('width="99.5"')
    expect(bar).toContain('width="149.25"')
    expect(bar).toContain('width="199"')
    expect(drawRoom(<OutlookBar outlook={{ ...outlook, coming: 900 }} wanted={200} />)).toContain('width="398"')
  })
})
