import { describe, expect, it } from 'vitest'
import type { Schemas } from '../api/client'
import { Barrow } from '../drawings/Barrow'
import { Foot } from '../drawings/Foot'
import { LotLane } from '../drawings/LotLane'
import { RootRun } from '../drawings/RootRun'
import { SplitBar } from '../drawings/SplitBar'
import { BringAlong } from '../potting/BringAlong'
import { LotPage } from '../potting/LotPage'
import { Lots } from '../potting/Lots'
import { Queue } from '../potting/Queue'
import { WeekBoard } from '../potting/WeekBoard'
import { Practice } from '../round/Practice'
import { RootKey } from '../round/RootKey'
import { drawRoom, tag, viewer, wordsOf } from './nursery'

const waits = (more: Partial<Schemas['PotWaits']>): Schemas['PotWaits'] => ({
  line: 1,
  plants: 120,
  stuck: 160,
  rooted: 0,
  pot: '9 cm',
  mix: 'potting mix',
  inItsPot: false,
  leaves: 'pot',
  hours: 1.1,
  school: 'first_root',
  isDue: true,
  since: '2027-05-03',
  why: 'a root at the hole of 3 of 10',
  risk: 'rising',
  riskWords: 'roots have run for 9 days; they mat from about 17 May',
  due: '2027-W24',
  for: 'Oxlow Landscape',
  lastGood: '2027-05-17',
  potOn: '2027-05-10',
  tag: { ...tag, state: 'rooting', stage: 'at_hole', isStuck: true },
  ...more,
})
const week = (written: string, free: number, taken: number): Schemas['PotWeek'] => ({
  week: written,
  crew: 24,
  other: 24 - free,
  free,
  taken,
  over: Math.max(0, taken - free),
})
const potting: Schemas['Potting'] = {
  day: '2027-05-12',
  dueHours: 12.4,
  queue: [
    waits({}),
    waits({ line: 2, isDue: false, since: null, risk: null, riskWords: null, why: 'nobody has lifted any yet' }),
    waits({ line: 3, isDue: false, since: null, risk: null, riskWords: null, potOn: '2027-06-20', for: null, due: null }),
  ],
  weeks: [week('2027-W19', 10, 12.4), week('2027-W20', 18, 2)],
  cards: [
    {
      code: 'RAP-39',
      week: '2027-W19',
      given: null,
      plants: 120,
      hours: 12.4,
      isDue: true,
      tag: { ...tag, isStuck: true, state: 'rooting', stage: 'at_hole' },
      costs: [{ kind: 'late', words: 'Ready about 2 weeks after Oxlow Landscape wants it.' }],
    },
    {
      code: 'KEF-33',
      week: '2027-W20',
      given: null,
      plants: 20,
      hours: 2,
      isDue: false,
      tag: { ...tag, code: 'KEF-33' },
      costs: [],
    },
  ],
}
const step = (kind: Schemas['StepKind'], on: string, done: string | null = null): Schemas['Lot']['steps'][number] => ({
  kind,
  on,
  words: `${kind} now.`,
  done: done === null ? null : { id: 4, kind, on: done, note: null, by: 'Bo Tarrant' },
})
const lot: Schemas['Lot'] = {
  code: 'P12',
  crop: 'Catmint',
  cropSlug: 'catmint',
  pot: '9 cm',
  leaves: 'pot',
  pottedOn: '2027-04-01',
  recalled: null,
  heldUntil: null,
  heldWhy: null,
  standsSince: '2027-04-01',
  readyOn: '2027-06-10',
  potted: 90,
  grown: 30,
  sent: 20,
  lost: 4,
  batches: ['RAP-39', 'KEF-33'],
  zone: 'Pot tunnel',
  next: { kind: 'space', on: '2027-05-06', words: 'Leaves touch about now: set apart.', daysLate: 6 },
  version: 3,
  mix: 'potting mix',
  from: 'P9',
  bigger: [{ id: 3, name: '2 L', millilitres: 2000, leaves: 'pot', bundleOf: null }],
  hardy: true,
  winter: 'outside',
  spaced: false,
  lines: [
    { id: 1, batch: 'RAP-39', line: 1, stuckOn: '2027-02-20', block: 'CA-3', potted: 60, grown: 20, sold: 20 },
    { id: 2, batch: 'KEF-33', line: 2, stuckOn: '2027-02-28', block: 'CA-1', potted: 30, grown: 10, sold: 0 },
  ],
  steps: [
    step('shade', '2027-04-08', '2027-04-09'),
    step('feed', '2027-04-22', '2027-04-22'),
    step('space', '2027-05-06'),
    step('ready', '2027-06-10'),
  ],
  more: [{ id: 5, kind: 'feed', on: '2027-04-22', note: null, by: 'Bo Tarrant' }],
  orders: [
    {
      id: 7,
      customer: 'Oxlow Landscape',
      readyWeek: '2027-W24',
      pot: '2 L',
      potOn: 3,
      plants: 100,
      sent: 20,
      fromHere: 20,
      open: 80,
    },
    { id: 8, customer: null, readyWeek: '2027-W25', pot: '9 cm', potOn: null, plants: 40, sent: 40, fromHere: 0, open: 0 },
  ],
  others: [{ code: 'P14', version: 2, pottedOn: '2027-04-12' }],
  acts: [
    {
      id: 9,
      kind: 'lose',
      on: '2027-05-01',
      at: '2027-05-01 16:00',
      by: 'Bo',
      says: 'Lost 4 of lot P12',
      undone: false,
      undoes: null,
    },
    {
      id: 3,
      kind: 'count_and_pot',
      on: '2027-04-01',
      at: '2027-04-01 16:00',
      by: 'Bo',
      says: 'Counted: 124 rooted',
      undone: false,
      undoes: null,
    },
  ],
}

describe('the queue', () => {
  const drawn = drawRoom(<Queue />, { known: [[['potting'], potting]] })
  const words = wordsOf(drawn)

  it('says what is to be potted, why, how late that gets and which order waits', () => {
    expect(words).toContain('12.4 h of potting wait; 10.0 h are left for it this week. Lay them into weeks')
    expect(words).toContain('a root at the hole of 3 of 10 ; roots have run for 9 days; they mat from about 17 May')
    expect(words).toContain('Potted at the first root at a hole')
    expect(words).toContain('Oxlow Landscape waits, week 24; good until 17 May')
  })

  it('asks for a look where a day has gone by without roots, and keeps what is far off out of the way', () => {
    expect(words).toContain('Past their day: look first 1 line')
    expect(drawn).toContain('Check Catmint RAP-39, line 2')
    expect(words).toContain('Show 1 line')
    expect(drawn).not.toContain('line 3')
  })

  it('offers a viewer nothing to do, and an empty house its beginning', () => {
    const direct = { ...potting, queue: [waits({ inItsPot: true })] }
    expect(drawRoom(<Queue />, { known: [[['potting'], direct]] })).toContain('aria-label="Set out Catmint')
    expect(wordsOf(drawRoom(<Queue />, { known: [[['potting'], direct]] }))).toContain('in its 9 cm')
    expect(drawRoom(<Queue />, { known: [[['potting'], potting]], as: viewer })).not.toContain('Pot Catmint')
    expect(wordsOf(drawRoom(<Queue />, { known: [[['potting'], { ...potting, queue: [] }]] }))).toContain('Enter what is wanted')
  })
})

describe('the week board', () => {
  it('holds hours against hands, says what waiting costs, and lets what is stuck and what is planned be moved', () => {
    const drawn = drawRoom(<WeekBoard />, { known: [[['potting'], potting]] })
    const words = wordsOf(drawn)
    expect(words).toContain('12.4 h to pot of 10.0 h left by other work · 2.4 h too many')
    expect(words).toContain('Ready about 2 weeks after Oxlow Landscape wants it.')
    expect(drawn).toContain('Another week for RAP-39')
    expect(drawn).toContain('Another week for KEF-33')
    expect(drawn).toContain('12.4 of 10.0 hours for potting taken')
  })

  it('shows six weeks of a season, the others a press away', () => {
    const weeks = Array.from({ length: 9 }, (_, i) => ({
      ...potting.weeks[0],
      week: `2027-W${19 + i}`,
      taken: i,
      free: 10,
      over: 0,
    }))
    const drawn = drawRoom(<WeekBoard />, { known: [[['potting'], { ...potting, weeks, cards: [] }]] })
    expect(wordsOf(drawn)).toContain('Nothing is to be potted this season.')
    expect(drawn.match(/aria-pressed="true"/g)).toHaveLength(6)
    expect(drawn).toContain('week 27: 8.0 of 10.0 hours for potting taken')
    expect(drawn).not.toContain('<section aria-label="week 25"')
  })

  it('asks for hands where there are none', () => {
    const none = { ...potting, weeks: potting.weeks.map((one) => ({ ...one, crew: 0 })) }
    expect(wordsOf(drawRoom(<WeekBoard />, { known: [[['potting'], none]] }))).toContain('Say who works here')
  })
})

describe('a lot', () => {
  const known: [readonly unknown[], unknown][] = [[['lot', 'P12'], lot]]
  const drawn = drawRoom(<LotPage />, { at: '/potting/lots/P12', path: '/potting/lots/:code', known })
  const words = wordsOf(drawn)

  it('keeps where its plants come from, and says what is growing, ready and sent of each', () => {
    expect(words).toContain('RAP-39 from CA-3 20 Feb 60 20 20')
    expect(words).toContain('KEF-33 , line 2 from CA-1 28 Feb 30 10 0')
    expect(words).toContain('4 lost since')
    expect(words).toContain('potted on 1 Apr')
    expect(words).toContain('from lot P9')
  })

  it('says what is done, due and next', () => {
    expect(words).toContain('out of the shade done 9 Apr, Bo Tarrant')
    expect(words).toContain('set apart 6 May due')
    expect(drawn).toContain('Not done: feed')
    expect(words).toContain('Fed 1 time, last 22 Apr')
  })

  it('sends to orders that want more, and takes back what was lost but not what was counted', () => {
    expect(drawn).toContain('Send to Oxlow Landscape, 80 open')
    expect(words).toContain('20 sent, 20 from here')
    expect(words).toContain('has all')
    expect(words).toContain('100 in 2 L, not 9 cm')
    expect(drawn).toContain('Pot on into 2 L for Oxlow Landscape')
    expect(drawn).toContain('Undo: Lost 4 of lot P12')
    expect(drawn).not.toContain('Undo: Counted')
  })

  it('is one row among the others, with what is next', () => {
    const list = drawRoom(<Lots />, { known: [[['lots'], { lots: [lot, { ...lot, code: 'P13', next: null }] }]] })
    expect(wordsOf(list)).toContain('2 lots growing on, 1 with something due')
    expect(list).toContain('Done: set apart, lot P12')
    expect(wordsOf(list)).toContain('6 days ago')
    expect(wordsOf(list)).toContain('Nothing left to do but to send 30 plants')
  })
})

describe('what is brought to the bench', () => {
  const work: Schemas['PotWork'] = {
    pots: 120,
    pot: { id: 1, name: '9 cm', millilitres: 420, leaves: 'pot', bundleOf: null },
    mix: {
      name: 'potting mix',
      litres: 60.9,
      parts: [{ name: 'potting mix', litres: 60.9, bags: 1, bagLitres: 70, left: 9.1, short: 12 }],
      wetting: 6,
      barrow: 80,
      up: { barrows: 1, fills: 157 },
      down: { barrows: 0, fills: 0 },
      wholeBags: { litres: 0, fills: 0 },
      holds: null,
      against: [],
    },
    potsABarrow: 157,
    hours: 1.1,
    zone: 'Pot tunnel',
    spaced: true,
    feedsItself: true,
    safety: null,
  }

  it('is counted in pots, litres, barrows and labels, with what is short and the care it asks', () => {
    const words = wordsOf(drawRoom(<BringAlong work={work} from="pots" mind="In sizes." />))
    expect(words).toContain('120 × 9 cm , 120 labels, 60.9 l of potting mix: 1 barrow, one fills 157 pots. About 1.1 h')
    expect(words).toContain('60.9 l, 1 bag; 12 l short on the shelf')
    expect(words).toContain('They stand apart in Pot tunnel')
    expect(words).toContain('nothing more for three months')
    expect(words).toContain('Water the pots first')
    expect(words).toContain('In sizes.')
    expect(words).toContain('legionella')
  })

  it('brings nothing to what stands in its pots already, and asks only for counting and room', () => {
    const words = wordsOf(drawRoom(<BringAlong work={{ ...work, mix: null, potsABarrow: null, hours: 0.2 }} from="trays" />))
    expect(words).toContain('They stand in their 9 cm pots since they were stuck: count what has roots')
    expect(words).toContain('set 120 apart, with 120 labels. About 0.2 h')
    expect(words).not.toMatch(/litres|barrow|Tease the roots|legionella/)
  })
})

describe('drawings of potting', () => {
  it('draws each part of a split by its share, and leaves open what nobody has told', () => {
    const bar = drawRoom(<SplitBar there={200} split={{ potted: 100, left: 0, changed: 0, thrown: 50 }} />)
    expect(bar).toContain('Of 200 plants: 100 potted, 50 thrown or lost')
    expect(bar).toContain('width="299"')
    expect(bar).toContain('width="149.5"')
    expect(drawRoom(<SplitBar there={10} split={{ potted: 0, left: 0, changed: 0, thrown: 0 }} />)).toContain('nothing told yet')
  })

  it('says how late roots are and how full a week is', () => {
    expect(drawRoom(<RootRun since="2027-04-20" today="2027-05-12" risk="high" words="roots have run for 22 days" />)).toContain(
      'late: roots have run for 22 days',
    )
    expect(drawRoom(<Barrow free={10} taken={4} most={20} />)).not.toContain('plum')
    expect(drawRoom(<Barrow free={10} taken={14} most={20} />)).toContain('plum')
  })

  it('names each step of a lot on its lane', () => {
    expect(drawRoom(<LotLane lot={lot} today="2027-05-12" />)).toContain(
      'out of the shade 8 Apr, done; feed 22 Apr, done; set apart 6 May',
    )
  })

  it('draws a foot from its shape alone: its roots, its callus, its mat', () => {
    const bare = { lean: 0, callus: 0, roots: [], mat: 0, brown: 0, wilted: false }
    const paths = (foot: Schemas['Foot']) => drawRoom(<Foot foot={foot} name="foot" />).split('<path').length
    const none = paths(bare)
    expect(paths({ ...bare, roots: [{ from: 0, side: 1, length: 0.4, bend: 0 }] })).toBe(none + 1)
    expect(paths({ ...bare, mat: 1 })).toBe(none + 14)
    expect(drawRoom(<Foot foot={{ ...bare, callus: 0.5 }} name="foot" />)).toContain('<ellipse')
  })
})

describe('the key and practice', () => {
  const stages: Schemas['Choices']['stages'] = [
    { stage: 'nothing', rooted: false },
    { stage: 'callus', rooted: false },
    { stage: 'initials', rooted: false },
    { stage: 'at_wall', rooted: true },
    { stage: 'at_hole', rooted: true },
    { stage: 'root_bound', rooted: true },
    { stage: 'dead', rooted: false },
  ]
  const choices = { stages } as Schemas['Choices']
  const foot: Schemas['Foot'] = { lean: 0, callus: 0.4, roots: [], mat: 0, brown: 0, wilted: false }
  const practice: Schemas['Practice'] = {
    set: 3,
    feet: [foot, foot],
    people: [{ name: 'Bo Tarrant', sets: 2, on: '2027-05-01', kappa: 0.998, onRooted: 0.86, exact: 18, words: 'agrees well' }],
    between: [{ one: 'Ines Halloran', other: 'Bo Tarrant', sets: 2, kappa: null, onRooted: 0.8, exact: 30, words: 'in part' }],
  }

  it('says of every stage how it is told, and which count as rooted', () => {
    const words = wordsOf(drawRoom(<RootKey />, { known: [[['choices'], choices]] }))
    expect(words.match(/✓ rooted/g)).toHaveLength(3)
    expect(words).toContain('A nub of root shows at the hole below. The moment to pot.')
  })

  it('shows one foot at a time, and never says quite full agreement that is not', () => {
    const drawn = drawRoom(<Practice />, {
      known: [
        [['practice'], practice],
        [['choices'], choices],
      ],
    })
    const words = wordsOf(drawn)
    expect(words).toContain('1 of 2, set 3')
    expect(words).toContain('0.99 against the key 86 in 100 right on “rooted”')
    expect(words).toContain('Ines and Bo – , 80 in 100 alike')
    expect(words.match(/root initials/g)).toHaveLength(1)
    const asViewer = drawRoom(<Practice />, { known: [[['practice'], practice]], as: viewer })
    expect(wordsOf(asViewer)).not.toContain('How far are its roots?')
  })
})
