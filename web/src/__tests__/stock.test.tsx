import { describe, expect, it } from 'vitest'
import type { Schemas } from '../api/client'
import { ClumpPath } from '../drawings/ClumpPath'
import { Against, FitMark } from '../drawings/FitMark'
import { Shoots, weekOfDay, weeksBetween } from '../drawings/Shoots'
import { BlockForm } from '../stock/BlockForm'
import { BlockPage } from '../stock/BlockPage'
import { BlockYear } from '../stock/BlockYear'
import { Inspections } from '../stock/Inspections'
import { LicenceBar } from '../stock/LicenceBar'
import { Licences } from '../stock/Licences'
import { Stock } from '../stock/Stock'
import { block, drawRoom, session, viewer, window, wordsOf } from './nursery'

const unfit: Schemas['Unfit'] = {
  code: 'quarantine',
  words: 'In quarantine: rust, bad.',
  clears: 'Treat it, look again and clear what was found.',
}

const entries: Schemas['BlockEntries'] = {
  place: block.place,
  plants: 100,
  plantedYear: 2024,
  plantedOn: null,
  note: null,
  shoots: 20,
  maxShoots: 30,
  capShare: 0.5,
  branching: 2,
  recoveryWeeks: 5,
  yearCap: null,
  shootCm: null,
  tipCm: null,
  internodeCm: null,
  notBefore: 1,
  replaceAfter: 4,
  minParents: 1,
  origin: 'own',
  source: null,
  population: null,
  permit: null,
  permitUntil: null,
  passport: null,
  accession: null,
  trueToNameOn: null,
  trueToNameBy: null,
  multiplication: null,
  survival: null,
  target: null,
  restFrom: null,
  restartIn: null,
  firstTakeAfter: null,
  feeds: false,
  flowersOff: false,
  piecesEach: null,
  piecesBack: 1,
  version: 2,
}

const page: Schemas['BlockPage'] = {
  ...block,
  week: '2027-W19',
  block: entries,
  perShoot: 1,
  year: { rest: null, due: [], done: [], replacedBy: null, replacement: null },
  season: {
    from: '2026-W45',
    weeks: 52,
    start: 20,
    most: 30,
    course: [
      { week: '2026-W30', from: 20, to: 14 },
      { week: '2026-W35', from: 14, to: 26 },
      { week: '2027-W22', from: 26, to: 24 },
      { week: '2027-W27', from: 24, to: 28 },
    ],
  },
  path: { clumps: [60, 162, 437, 1179, 3183], firstYear: 2027, years: 4, holdEachYear: 883, target: 1500 },
  named: [{ id: 1, label: 'CA-1 F1', row: 'hedge end', sex: 'female', note: null }],
  inspections: [
    {
      id: 2,
      on: '2027-05-01',
      clean: false,
      found: 'rust',
      howBad: 'bad',
      where: 'south side',
      note: null,
      by: 'Bo',
      clearedOn: null,
      clearedWhy: null,
      clearedBy: null,
    },
    {
      id: 1,
      on: '2027-04-01',
      clean: true,
      found: null,
      howBad: null,
      where: null,
      note: null,
      by: 'Ines',
      clearedOn: null,
      clearedWhy: null,
      clearedBy: null,
    },
  ],
  licence: { number: 'L 7', plants: 2000, used: 1890, planned: 60, to: '2028-01-01' },
}

describe('the stock room', () => {
  const stock = (blocks: Schemas['Block'][]): [unknown[], unknown][] => [[['stock', '2027-W19'], { week: '2027-W19', blocks }]]

  it('says what each block can give and whether it may', () => {
    const said = wordsOf(
      drawRoom(<Stock />, { known: stock([block, { ...block, code: 'CA-2', fit: false, against: [unfit], left: 1200 }]) }),
    )
    expect(said).toContain('1 of 2 blocks are not fit to take from.')
    expect(said).toContain('600 of 1000')
    expect(said).not.toContain('1200 of 1000')
    expect(said).toContain('168 for HOV-43 on 1 Jun')
    expect(said).toContain('In quarantine: rust, bad.')
  })

  it('narrows to one crop by its address', () => {
    const known = stock([block, { ...block, code: 'TH-1', cropSlug: 'thyme', crop: 'Thyme' }])
    expect(wordsOf(drawRoom(<Stock />, { known, at: '/stock?crop=thyme' }))).not.toContain('CA-1')
  })

  it('says what to do first when it is empty', () => {
    expect(wordsOf(drawRoom(<Stock />, { known: stock([]) }))).toContain('No stock block yet.')
  })

  it('lists what to inspect: found first, then overdue, then the next', () => {
    const known = stock([
      { ...block, code: 'LATER', inspectBy: '2027-07-01' },
      { ...block, code: 'OVERDUE', inspectBy: '2027-05-01', cleanOn: '2027-03-02' },
      { ...block, code: 'FOUND', found: 'rust, bad', fit: false },
      { ...block, code: 'NEVER', cleanOn: null, inspectBy: '2027-05-12' },
    ])
    const said = wordsOf(drawRoom(<Inspections />, { known }))
    const order = ['FOUND', 'OVERDUE', 'NEVER', 'LATER'].map((code) => said.indexOf(code))
    expect(order).toEqual([...order].sort((a, b) => a - b))
    expect(said).toContain('11 days overdue, last clean 2 Mar')
    expect(said).toContain('never found clean')
    expect(said).toContain('2 blocks are overdue.')
    expect(wordsOf(drawRoom(<Inspections />, { known, as: viewer }))).not.toContain('Look')
  })
})

describe('a block', () => {
  const drawn = (more: Partial<Schemas['BlockPage']> = {}, as = session) =>
    drawRoom(<BlockPage />, {
      at: '/stock/CA-1',
      path: '/stock/:code',
      as,
      known: [[['block', 'CA-1', '2027-W19'], { ...page, ...more }]],
    })

  it('says whether it may be cut, how much, and why not', () => {
    expect(wordsOf(drawn())).toContain('Fit to take 600 of 1000')
    const said = wordsOf(drawn({ fit: false, against: [unfit] }))
    expect(said).toContain('Not fit to take')
    expect(said).toContain('In quarantine: rust, bad. Treat it, look again')
  })

  it('offers to clear what is found and not what is clean', () => {
    expect(wordsOf(drawn()).match(/Clear it/g)).toHaveLength(1)
    expect(wordsOf(drawn({}, viewer))).not.toContain('Clear it')
  })

  it('shows its plants, its licence and its path', () => {
    const said = wordsOf(drawn())
    expect(said).toContain('♀ CA-1 F1 , female')
    expect(said).toContain('1890 used, 60 planned, 50 left of 2000')
    expect(said).toContain('The target of 1500 is met in 2031 . To give 1500 every year, hold back 883 .')
  })

  it('has a year, asks for what is due, and says what was done', () => {
    const year: Schemas['BlockYear'] = {
      rest: { from: '2027-11-01', restart: '2028-01-31', takeFrom: '2028-03-06' },
      due: [
        { job: 'feed', due: '2027-05-01', words: 'Feed it: it was taken from on 28 Apr.' },
        { job: 'replace', due: '2027-05-12', words: 'Worn out after 2027: raise what takes its place.' },
      ],
      done: [{ id: 4, job: 'flowers_off', on: '2027-05-02', note: 'all of them', by: 'Bo' }],
      replacedBy: null,
      replacement: { crop: 'catmint', plants: 100, pot: 1, readyWeek: '2028-W12' },
    }
    const drawn = (more: Partial<Schemas['BlockYear']> = {}, as?: typeof viewer) =>
      drawRoom(<BlockYear block={{ ...page, year: { ...year, ...more } }} />, { as })
    expect(drawn()).toContain('aria-label="Its year: rests from 1 Nov')
    expect(wordsOf(drawn())).toContain('since 1 May')
    expect(drawn()).toContain('aria-label="Done: fed, CA-1"')
    expect(wordsOf(drawn())).toContain('flowers off Bo · all of them')
    expect(wordsOf(drawn())).toContain('Order 100 young plants')
    expect(wordsOf(drawn({ replacedBy: 7 }))).toContain('What takes its place is ordered')
    expect(wordsOf(drawn({ replacement: null }))).not.toContain('Order')
    expect(drawn({}, viewer)).not.toMatch(/Done: fed|Take out|young plants/)
    expect(drawRoom(<BlockYear block={page} />, {})).toBe('')
  })

  it('is a bed of clumps where they are lifted', () => {
    const clumps = { ...page, clumps: { each: 6, back: 1, lift: 90 } }
    const words = wordsOf(
      drawRoom(<BlockPage />, { known: [[['block', 'CA-1', '2027-W19'], clumps]], path: '/stock/:code', at: '/stock/CA-1' }),
    )
    expect(words).toContain('pieces of 90 clumps that may be lifted, 6 each; 1 of them goes back to the bed')
    expect(words).toContain('Clumps in the bed')
  })

  it('is entered briefly, and changed in full', () => {
    const known: [unknown[], unknown][] = [[['crops'], { crops: [{ slug: 'catmint', name: 'Catmint' }] }]]
    const brief = wordsOf(drawRoom(<BlockForm onDone={() => undefined} />, { known }))
    expect(brief).toContain('All that can be said of it')
    expect(brief).not.toContain('Source population')
    const full = drawRoom(<BlockForm block={page} onDone={() => undefined} />, { known })
    expect(wordsOf(full)).toContain('Source population')
    expect(wordsOf(full)).not.toContain('All that can be said of it')
  })
})

describe('the drawings of stock', () => {
  it('count weeks over New Year', () => {
    expect(weeksBetween('2026-W52', '2027-W02')).toBe(3)
    expect(weekOfDay('2027-01-03')).toBe('2026-W53')
    expect(weekOfDay('2027-05-12')).toBe('2027-W19')
  })

  it('draw a take as a bite, dashed while it is planned, and begin with what came before', () => {
    const drawn = drawRoom(<Shoots season={page.season} takes={page.takes} week="2027-W19" today="2027-05-12" />)
    expect(drawn).toContain('2 taken in week 22')
    expect(drawn.match(/stroke-dasharray="3 2"/g)).toHaveLength(1)
    expect(drawn).toContain('168 cuttings for HOV-43 on 1 Jun')
    expect(drawn).not.toContain('week 30')
    const stuck = drawRoom(
      <Shoots
        season={page.season}
        takes={[{ on: '2027-06-01', cuttings: 168, batch: 'HOV-43', stuck: true }]}
        week="2027-W19"
        today="2027-05-12"
      />,
    )
    expect(stuck).not.toContain('stroke-dasharray="3 2"')
    const untouched = drawRoom(<Shoots season={{ ...page.season, course: [] }} takes={[]} week="2027-W19" today="2027-05-12" />)
    expect(untouched).toContain('No take.')
  })

  it('ring the year that meets the target, and say when none does', () => {
    const path = { clumps: [40, 40, 40], firstYear: 2027, years: null, holdEachYear: null, target: 200 }
    expect(wordsOf(drawRoom(<ClumpPath path={path} />))).toContain(
      '200 are not reached in 2 years: losses eat what dividing gives.',
    )
    expect(drawRoom(<ClumpPath path={path} />)).toContain('2027: 40, 2028: 40, 2029: 40')
    expect(
      wordsOf(drawRoom(<ClumpPath path={{ ...path, clumps: [10, 30], years: 1, target: 25, holdEachYear: 13 }} />)),
    ).toContain('met in 2028')
  })

  it('bar the secateurs of a block that is not fit', () => {
    expect(drawRoom(<FitMark fit />)).toContain('aria-label="fit to take"')
    expect(drawRoom(<FitMark fit={false} />)).toContain('M2 20L22 4')
    expect(wordsOf(drawRoom(<Against reasons={[unfit]} />))).toContain(unfit.clears)
  })

  it('show a licence being used up', () => {
    expect(wordsOf(drawRoom(<LicenceBar licence={{ plants: 100, used: 80, planned: 30 }} />))).toBe(
      '80 used, 30 planned, none left of 100',
    )
  })
})

describe('rights', () => {
  const licence: Schemas['Licence'] = {
    id: 1,
    crop: 'Star jasmine',
    cropSlug: 'star-jasmine',
    holder: 'Latchmere',
    number: 'LPB 2207',
    from: '2025-11-12',
    to: '2026-11-12',
    plants: 3319,
    royalty: 0.12,
    counts: 'sticking',
    version: 1,
    used: 1499,
    planned: 1680,
    left: 140,
    owed: 179.88,
    running: false,
  }

  it('say what is left, what is owed, and who has none', () => {
    const known: [unknown[], unknown][] = [
      [['licences'], { licences: [licence], without: [{ slug: 'alum-root', crop: 'Alum root', protectedBy: 'Ostler' }] }],
    ]
    const said = wordsOf(drawRoom(<Licences />, { known }))
    expect(said).toContain('140 left of 3319')
    expect(said).toContain('counted when stuck · €0.12 a plant · €179.88 so far')
    expect(said).toContain('not running')
    expect(said).toContain('Alum root is protected for Ostler, and no licence covers today')
    expect(said).toContain('Enter a licence')
    expect(wordsOf(drawRoom(<Licences />, { known, as: viewer }))).not.toContain('Enter a licence')
  })
})

describe('a window on a block', () => {
  it('is said in weeks to come when it is shut', () => {
    const known: [unknown[], unknown][] = [
      [
        ['stock', '2027-W19'],
        { week: '2027-W19', blocks: [{ ...block, takes: [], window: { ...window, state: 'later', opensIn: 30 } }] },
      ],
    ]
    expect(wordsOf(drawRoom(<Stock />, { known }))).toContain('in season in 30 weeks')
  })
})
