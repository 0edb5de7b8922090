import { describe, expect, it } from 'vitest'
import type { Schemas, Tag } from '../api/client'
import { Liner } from '../crops/Liner'
import { HoursStrip, sayHours } from '../drawings/HoursStrip'
import { AirForm } from '../nursery/AirForm'
import { CrewForm } from '../nursery/CrewForm'
import { Draft } from '../plan/Draft'
import { EvenOut } from '../plan/EvenOut'
import { SeasonChances, sayChance } from '../plan/SeasonChances'
import { SeasonPlan } from '../plan/SeasonPlan'
import { Shopping } from '../plan/Shopping'
import { Trial } from '../plan/Trial'
import { Versions } from '../plan/Versions'
import { shiftWeek } from '../shell/week'
import { RoutesPage } from '../wanted/RoutesPage'
import { mondayOf } from '../words'
import { choices, drawRoom, tag as planned, viewer, wordsOf } from './nursery'

const dates: Schemas['Dates'] = {
  stickOn: '2027-05-17',
  rootedFrom: '2027-05-29',
  rootedBy: '2027-06-06',
  weanOn: '2027-06-04',
  potFrom: '2027-06-05',
  potOn: '2027-06-11',
  potBy: '2027-06-13',
  readyFrom: '2027-08-01',
  readyOn: '2027-08-07',
  readyBy: '2027-08-10',
}
const tag: Tag = { ...planned, ...dates, dueWeek: '2027-W33' }
const week = (name: string, hours: number, crew: number): Schemas['PlanWeek'] => ({
  week: name,
  collect: 0,
  stick: hours / 2,
  wean: 0,
  pot: hours / 2,
  hours,
  crew,
  over: Math.max(0, hours - crew),
  trays: 4,
  fill: 0.1,
})
const plan: Schemas['PlanWeeks'] = { thisWeek: '2027-W19', hands: 2, weeks: [week('2027-W19', 10, 24), week('2027-W20', 30, 24)] }

describe('the season', () => {
  const draw = (as = undefined as Parameters<typeof drawRoom>[1] extends infer T ? T : never) =>
    drawRoom(<SeasonPlan />, {
      ...as,
      known: [
        [
          ['batches', mondayOf(shiftWeek('2027-W19', -16))],
          {
            batches: [
              tag,
              {
                ...tag,
                code: 'RAP-43',
                isStuck: true,
                state: 'rooting',
                asPlanned: {
                  stickOn: '2027-05-10',
                  weanOn: '2027-05-28',
                  potOn: '2027-06-04',
                  readyOn: '2027-07-31',
                  trays: 2,
                  cuttings: 168,
                },
              },
            ],
          },
        ],
        [['plan'], plan],
      ],
    })

  it('says each batch with its ranges, and what was planned beside what is', () => {
    const drawn = draw()
    expect(drawn).toContain('roots 29 May to 6 Jun, potted 11 Jun, ready 1 Aug to 10 Aug, due 16 Aug')
    expect(drawn).toContain('planned for 10 May to 31 Jul')
    expect(wordsOf(drawn)).toContain('1 week over, most 6.0 h')
  })

  it('offers moving to those who may plan', () => {
    expect(draw()).toContain('Shift and an arrow key moves it')
    expect(draw({ as: viewer })).not.toContain('Shift and an arrow key')
  })

  it('hatches hours above the hands there are', () => {
    const drawn = drawRoom(<HoursStrip weeks={['2027-W18', '2027-W19', '2027-W20']} planned={plan.weeks} />)
    expect(drawn).toContain('week 20 asks 30 h of 24 h')
    expect(drawn.split('url(#over-hours)').length - 1).toBe(1)
    expect([sayHours(0), sayHours(3.25), sayHours(12.4)]).toEqual(['0 h', '3.3 h', '12 h'])
  })
})

describe('a batch on the move', () => {
  const tried = (breaks: Schemas['MovesTried']['batches'][number]['breaks']): Schemas['MovesTried'] => ({
    batches: [{ code: 'RAP-39', dates, zone: 'Mist 1', trays: 4, heldDays: 0, breaks }],
    weeks: [week('2027-W20', 30, 24)],
  })
  const draw = (breaks: Parameters<typeof tried>[0], by = 1) =>
    drawRoom(
      <Trial tag={tag} by={by} tried={tried(breaks)} refused={undefined} busy={false} onKeep={() => {}} onLeave={() => {}} />,
    )

  it('says where it comes to and what the weeks would ask', () => {
    expect(wordsOf(draw([]))).toContain(
      'RAP-39, Catmint 1 week later: stuck 17 May, potted 5 Jun to 13 Jun, ready 1 Aug to 10 Aug',
    )
    expect(wordsOf(draw([]))).toContain('would ask 30 h of 24 h')
    expect(draw([])).not.toContain('disabled')
  })

  it('does not take what is hard', () => {
    const drawn = draw([{ kind: 'no_room', words: 'Mist 1 is 2 trays short from week 24.', hard: true }])
    expect(drawn).toContain('2 trays short')
    expect(drawn).toContain('disabled')
    expect(draw([{ kind: 'late', words: 'Ready 1 week after it is wanted.', hard: false }])).not.toContain('disabled')
    expect(draw([], 0)).toContain('disabled')
  })
})

describe('evening out', () => {
  const draw = (even: Schemas['Even']) => drawRoom(<EvenOut onDone={() => {}} />, { known: [[['even'], even]] })

  it('explains each move and what it leaves', () => {
    const even: Schemas['Even'] = {
      weeks: [{ week: '2027-W20', hours: 30, crew: 24, after: 22, isOver: false }],
      moves: [
        {
          code: 'RAP-39',
          version: 4,
          crop: 'Catmint',
          stickOn: '2027-05-24',
          heldDays: 0,
          dates,
          was: {
            stickOn: '2027-05-17',
            weanOn: '2027-06-04',
            potOn: '2027-06-11',
            readyOn: '2027-08-07',
            trays: 2,
            cuttings: 168,
          },
          why: 'Stuck 1 week later.',
        },
      ],
    }
    const drawn = draw(even)
    expect(wordsOf(drawn)).toContain('week 20 30 h → 22 h of 24 h')
    expect(drawn).toContain('Stuck 1 week later.')
    expect(drawn).toContain('Make 1 move')
    expect(drawn).not.toContain('still ask more')
    const over = { ...even, weeks: even.weeks.map((week) => ({ ...week, after: 26, isOver: true })) }
    expect(wordsOf(draw(over))).toContain('1 week would still ask more than there is')
  })

  it('says when nothing is too full, and when nothing can move', () => {
    expect(draw({ weeks: [], moves: [] })).toContain('No week asks more')
    expect(draw({ weeks: [{ week: '2027-W20', hours: 30, crew: 24, after: 30, isOver: true }], moves: [] })).toContain(
      'Nothing can move',
    )
  })
})

describe('chances', () => {
  it('are said with how sure they are', () => {
    expect(sayChance({ chance: 0.5, low: 0.48, high: 0.52 })).toBe('50 in 100 (surely 48 to 52)')
    expect(sayChance({ chance: 0, low: 0, high: 0.001 })).toBe('less than 1 in 100')
    const one = { chance: 0.5, low: 0.48, high: 0.52, orders: 3, met: 2.4 }
    const drawn = wordsOf(
      drawRoom(<SeasonChances />, {
        known: [
          [['chances'], { orders: 3, met: 2.4, unplanned: 1, draws: 4000, season: one, customers: [{ customer: null, ...one }] }],
        ],
      }),
    )
    expect(drawn).toContain('Of 3 planned orders, about 2 will be met in full')
    expect(drawn).toContain('1 order not planned yet is left out')
    expect(drawn).toContain('own targets 2 of 3')
  })
})

describe('a draft', () => {
  const base = {
    crop: 'Catmint',
    cropSlug: 'catmint',
    readyWeek: '2027-W33',
    part: 1,
    parts: 1,
    saved: null,
    refusal: null,
    nearest: null,
  }
  const drafts: Schemas['Drafted'][] = [
    {
      ...base,
      plants: 140,
      saved: 84,
      orders: [
        { id: 1, plants: 80, customer: 'Oxlow Landscape', priority: 'must' },
        { id: 2, plants: 60, customer: null, priority: 'should' },
      ],
      batch: {
        way: 'Tip',
        stick: 252,
        trays: 3,
        dates,
        zone: 'Mist 1',
        onceWeaned: 'Weaning A',
        heldDays: 9,
        block: 'CA-3',
        also: { block: 'CA-4', cuttings: 52 },
        collectOn: '2027-04-10',
        chance: 0.93,
        costEach: 0.71,
        breakEven: 0.6,
        rate: 0.5,
      },
    },
    ...[1, 2].map((part) => ({
      ...base,
      part,
      parts: 2,
      plants: 44,
      orders: [{ id: 4, plants: 44, customer: null, priority: 'must' as const }],
      batch: {
        way: 'Tip',
        stick: 84,
        trays: 1,
        dates,
        zone: 'Mist 1',
        onceWeaned: 'Weaning A',
        heldDays: 9,
        block: 'CA-3',
        also: null,
        collectOn: null,
        chance: 0.98,
        costEach: null,
        breakEven: null,
        rate: 0.8,
      },
    })),
    {
      ...base,
      plants: 50,
      orders: [{ id: 3, plants: 50, customer: null, priority: 'nice' }],
      batch: null,
      refusal: 'No bench has room.',
      nearest: 'Fewer trays.',
    },
  ]
  const draw = (as = {}) => drawRoom(<Draft />, { ...as, known: [[['draft', false], { drafts }]] })

  it('says what sharing saves, and why an order found no way', () => {
    const words = wordsOf(draw())
    expect(words).toContain('80 for Oxlow Landscape, 60 for ourselves')
    expect(words).toContain('84 fewer to stick')
    expect(words).toContain('No bench has room. Fewer trays. All ways to get there')
    expect(words).toContain('batch 1 of 2: it must be there, and one batch alone fails too often')
    expect(words).toContain('collected 10 Apr')
    expect(words).toContain('52 of them from CA-4')
    expect(words).toContain('0.71 raise it above 60 in 100')
    expect(words).toContain('Plan 3 batches')
  })

  it('is for looking at only where one may not plan', () => {
    expect(draw({ as: viewer })).not.toContain('Plan 3 batches')
  })
})

describe('shopping and versions', () => {
  it('lists by kind and month', () => {
    const words = wordsOf(
      drawRoom(<Shopping />, {
        known: [
          [
            ['shopping'],
            {
              items: [
                {
                  kind: 'mix',
                  name: 'coir',
                  unit: 'litres',
                  total: 120.4,
                  firstOn: '2027-05-17',
                  months: [
                    { month: '2027-05', amount: 100.2 },
                    { month: '2027-07', amount: 20.2 },
                  ],
                },
              ],
            },
          ],
        ],
      }),
    )
    expect(words).toContain('Parts of mixes coir 120 L 17 May 100 20')
  })

  it('keeps, compares and goes back', () => {
    const version = { id: 4, name: 'As agreed', keptAt: '2027-02-12 09:30', by: 'Ines Halloran', automatic: false, batches: 60 }
    const drawn = drawRoom(<Versions />, { known: [[['versions'], { versions: [version] }]] })
    expect(wordsOf(drawn)).toContain('As agreed 12 Feb, 09:30, Ines Halloran, 60 batches')
    expect(drawn).toContain('Go back to “As agreed”')
  })
})

describe('routes', () => {
  const route = (more: Partial<Schemas['Route']>): Schemas['Route'] => ({
    kind: 'one_batch',
    way: 3,
    words: 'Tip cutting',
    possible: true,
    refusal: null,
    nearest: null,
    number: 168,
    readyOn: '2027-08-10',
    warmTrayWeeks: 8,
    hours: 3.4,
    costEach: 0.61,
    breakEven: null,
    rate: 0.8,
    chance: 0.94,
    parts: [{ dates, trays: 2, stick: 168, plants: 120, material: 'CA-3 has enough', collectOn: null }],
    ...more,
  })

  it('stand side by side, the one recommended with its reason', () => {
    const wanted = { id: 7, crop: 'Catmint', plants: 120, customer: null, readyWeek: '2027-W33' }
    const data = {
      wanted,
      confidence: 0.9,
      recommended: 0,
      because: 'A good plant costs least this way.',
      routes: [
        route({}),
        route({
          kind: 'buy_in',
          way: null,
          words: 'Buy in',
          possible: false,
          refusal: 'They had to be ordered by 1 May.',
          nearest: 'Later.',
          parts: [],
          chance: null,
          costEach: null,
        }),
      ],
    }
    const words = wordsOf(
      drawRoom(<RoutesPage />, { at: '/wanted/7/routes', path: '/wanted/:id/routes', known: [[['routes', 7], data]] }),
    )
    expect(words).toContain('Recommended. A good plant costs least this way.')
    expect(words).toContain('a good plant costs €0.61')
    expect(words).toContain('They had to be ordered by 1 May. Nearest: Later.')
    expect(words).toContain('Take it')
  })
})

describe('a route of two batches', () => {
  it('is taken batch by batch, each with its own day, plants and trays', () => {
    const part = (stickOn: string, plants: number) => ({
      dates: { ...dates, stickOn },
      trays: 1,
      stick: 84,
      plants,
      material: null,
    })
    const route = {
      kind: 'staggered',
      way: 3,
      words: 'Tip cutting, in two batches',
      possible: true,
      refusal: null,
      nearest: null,
      number: 168,
      readyOn: '2027-08-10',
      warmTrayWeeks: 8,
      hours: 3,
      costEach: 0.6,
      chance: 0.999,
      parts: [part('2027-05-17', 61), part('2027-06-07', 60)],
    }
    const data = {
      wanted: { id: 7, crop: 'Catmint', plants: 121, customer: null, readyWeek: '2027-W33' },
      confidence: 0.9,
      recommended: null,
      because: 'Nothing that is known here gets there in time.',
      routes: [route],
    }
    const draw = (as?: typeof viewer) =>
      drawRoom(<RoutesPage />, { as, at: '/wanted/7/routes', path: '/wanted/:id/routes', known: [[['routes', 7], data]] })
    expect(draw()).toContain('/wanted/7/plan?way=3&amp;stickOn=2027-05-17&amp;plants=61&amp;trays=1')
    expect(draw()).toContain('/wanted/7/plan?way=3&amp;stickOn=2027-06-07&amp;plants=60&amp;trays=1')
    expect(wordsOf(draw())).toContain('chance over 99 in 100')
    expect(wordsOf(draw())).toContain('Nothing that is known here gets there in time.')
    expect(draw(viewer)).not.toContain('Take the first')
  })
})

describe('hands, air and liners', () => {
  it('are entered in rooms of their own', () => {
    const bo = { id: 2, version: 1, name: 'Bo Tarrant', signIn: 'bo', role: 'hand' as const, endedOn: null, mustChange: false }
    const crew = {
      crew: { hands: [{ person: 2, hours: 8 }], away: [] },
      norms: {
        stuckAnHour: 180,
        pottedAnHour: 110,
        collectedAnHour: 400,
        weanedAnHour: 30,
        stuckBy: { division: 60 },
        pottedBy: {},
      },
      hourCost: 17.5,
      trayWeekCost: 0.6,
      version: 3,
    }
    const drawn = drawRoom(<CrewForm />, {
      known: [
        [['crew'], crew],
        [['choices'], { ...choices, people: [bo, { ...bo, id: 9, name: 'Left Long Ago', endedOn: '2026-10-01' }] }],
      ],
    })
    expect(drawn).toContain('name="hands.0.hours"')
    expect(drawn).not.toContain('Left Long Ago')
    expect(drawn).toContain('Keep the hands')
    expect(
      drawRoom(<CrewForm />, {
        as: viewer,
        known: [
          [['crew'], crew],
          [['choices'], choices],
        ],
      }),
    ).not.toContain('Keep the hands')
    const air = {
      means: [4, 4, 6, 9, 12, 15, 17, 16, 14, 11, 7, 5],
      days: [
        { on: '2027-05-10', mean: 11.2 },
        { on: '2027-05-11', mean: 7.9 },
      ],
      sites: [{ name: 'River valley', means: [], csv: 'x' }],
    }
    expect(drawRoom(<AirForm />, { known: [[['air'], air]] })).toContain('Measured from 10 May to 11 May, lowest 8°, highest 11°')
    const crop = { slug: 'catmint', version: 1, liner: { price: null, weeks: 4 } } as Schemas['CropPage']
    expect(drawRoom(<Liner crop={crop} />)).toContain('No price of a bought-in liner')
    expect(wordsOf(drawRoom(<Liner crop={{ ...crop, liner: { price: 0.5, weeks: 1 } }} />))).toContain(
      'costs €0.50, with 1 week of notice',
    )
  })
})
