import { describe, expect, it } from 'vitest'
import type { Schemas, Way, WaySheet } from '../api/client'
import { Beside } from '../crops/Beside'
import { HouseRules } from '../crops/HouseRules'
import { SeasonSheet } from '../crops/SeasonSheet'
import { SheetForm } from '../crops/SheetForm'
import { SheetView } from '../crops/SheetView'
import { fieldOf, nameOf, sheetOf, sheetSections, typedOf } from '../crops/sheetEntries'
import { sayEntry, sayHold, sayHormone } from '../crops/sheetWords'
import { Ways } from '../crops/Ways'
import { Cutting } from '../drawings/Cutting'
import { Pace } from '../drawings/Pace'
import { choices, drawRoom, learnt, session, sheet, viewer, window, wordsOf } from './nursery'

const metric = session.nursery
const entriesOf = (method: string) => sheetSections(choices, method).flatMap((part) => part.entries)
const fahrenheit = metric && { ...metric, temperature: 'fahrenheit' as const }

const way = (more: Partial<Way> = {}): Way => ({
  id: 1,
  version: 1,
  name: 'Soft tips',
  house: true,
  number: 1,
  keptBy: 'Ines Halloran',
  keptAt: '2024-05-12',
  used: 12,
  sheet,
  tray: { id: 3, name: 'tray of 84', cells: 84, cellMl: 24 },
  window,
  steps: [],
  course: [],
  offers: [],
  learnt,
  figures: {
    benchDays: 30,
    warm: true,
    plantsPerSquareMetreWeek: 37.2,
    rate: { mean: 0.8, low: 0.65, high: 0.93 },
    materialPerPlant: 0.066,
  },
  cost: {
    inAll: 0.42,
    material: 0.07,
    hands: 0.13,
    goods: 0.05,
    bench: 0.04,
    potting: 0.18,
    pots: 0.1,
    ground: 0.05,
    royalty: 0.02,
    lost: 0.08,
    breakEven: null,
    boughtIn: null,
  },
  versions: [{ number: 1, keptBy: 'Ines Halloran', keptAt: '2024-05-12', why: null, changed: [], batches: 1 }],
  words: 'tip cutting, softwood',
  daysToRoot: [14, 24],
  weaningDays: 8,
  differs: [],
  ...more,
})

const crop = (sheets: Way[]): Schemas['CropPage'] => ({
  slug: 'catmint',
  name: 'Catmint',
  version: 1,
  method: 'tip cutting',
  material: 'softwood',
  ways: sheets.length,
  window,
  learnt,
  counted: 0,
  history: [],
  liner: { price: 0.5, weeks: 4 },
  sheets,
})

describe('a sheet in its form', () => {
  it('comes back as it was when nothing is typed', () => {
    for (const settings of [metric, fahrenheit]) {
      const entries = entriesOf('tip cutting')
      const back = sheetOf(sheet, typedOf(sheet, entries, settings), entries, settings) as unknown as WaySheet
      expect(back.cut).toEqual(sheet.cut)
      expect(back.hormone).toEqual(sheet.hormone)
      expect(back.potting).toEqual(sheet.potting)
      expect(back.prior.rate).toBeCloseTo(0.8, 9)
      expect(back.hole.trayKind).toBe(3)
      expect(back.warmth.medium[0]).toBeCloseTo(18, 0)
      expect(back.water).toEqual(sheet.water)
    }
  })

  it('shows warmth as the nursery likes it and keeps °C', () => {
    const entries = entriesOf('tip cutting')
    const typed = typedOf(sheet, entries, fahrenheit)
    expect(typed[nameOf('warmth.medium.0')]).toBe('64')
    const back = sheetOf(sheet, { ...typed, [nameOf('warmth.ceiling')]: '100.4' }, entries, fahrenheit) as unknown as WaySheet
    expect(back.warmth.ceiling).toBeCloseTo(38, 6)
  })

  it('sends what is no number as it was typed, and nothing for what may be empty', () => {
    const entries = entriesOf('tip cutting')
    const typed = { ...typedOf(sheet, entries, metric), [nameOf('hold.shadedHours')]: 'six', [nameOf('potting.degreeDays')]: '' }
    const back = sheetOf(sheet, typed, entries, metric) as unknown as WaySheet
    expect(back.hold.shadedHours).toBe('six')
    expect(back.potting.degreeDays).toBeNull()
    expect(
      (sheetOf(sheet, { ...typed, [nameOf('hole.depthCm')]: ' ' }, entries, metric) as unknown as WaySheet).hole.depthCm,
    ).toBe('')
  })

  it('drops the strength of a hormone that is none, and reads later steps one by one', () => {
    const entries = entriesOf('tip cutting')
    const began = { ...sheet, hormone: { kind: 'powder' as const, ppm: 3000, what: 'IBA' } }
    const typed = {
      ...typedOf(began, entries, metric),
      [nameOf('hormone.kind')]: 'none',
      [nameOf('water.steps')]: 'vent daily; less in week 3 ;',
    }
    const back = sheetOf(began, typed, entries, metric) as unknown as WaySheet
    expect(back.hormone).toEqual({ kind: 'none', ppm: null, what: null })
    expect(back.water.steps).toEqual(['vent daily', 'less in week 3'])
  })

  it('asks a division nothing about nodes, and a runner how many plantlets', () => {
    const paths = (method: string) => entriesOf(method).map((entry) => entry.path)
    expect(paths('tip cutting')).toContain('cut.nodesBelow')
    expect(paths('division')).not.toContain('cut.nodesBelow')
    expect(paths('division')).not.toContain('cut.plantlets')
    expect(paths('runner')).toContain('cut.plantlets')
  })

  it('finds the entry that a refusal names', () => {
    expect(fieldOf('sheet.windows[0].to')).toBe('windows.0.to')
    expect(fieldOf('sheet.warmth.medium')).toBe('warmth.medium')
    expect(fieldOf('name')).toBe('name')
  })

  it('stands whole, with its windows and its weaning', () => {
    const drawn = drawRoom(<SheetForm of="way 1" began={sheet} choices={choices} button="Keep" send={async () => undefined} />)
    for (const label of ['Window 1 from week', 'Window 1 sign', 'Weaning step 2, days'])
      expect(drawn).toContain(`aria-label="${label}"`)
    expect(wordsOf(drawn)).toContain('Mix no cooler than, °C')
    expect(wordsOf(drawn)).toContain('Worth so many plants')
    expect(wordsOf(drawn)).toContain('over New Year')
  })
})

describe('a sheet in words', () => {
  it('says how material is held', () => {
    expect(sayHold(sheet.hold)).toBe('6 hours in shade, the same day only')
    expect(sayHold({ ...sheet.hold, sameDay: false, coldDays: 3 })).toBe('6 hours in shade; 3 days cold')
    expect(sayHold({ dry: true, sameDay: false, shadedHours: 0, coldDays: 0, sealDays: 7 })).toBe(
      'left dry in shade 7 days to seal',
    )
  })

  it('says entries of every kind', () => {
    expect(sayHormone({ kind: 'powder', ppm: 3000, what: 'IBA' })).toBe('IBA powder, 3000 ppm')
    expect(sayEntry('cut.lengthCm', [7, 10])).toBe('7 to 10')
    expect(sayEntry('cut.lengthCm', [7, 7])).toBe('7')
    expect(sayEntry('cut.wound', true)).toBe('yes')
    expect(sayEntry('weaning', sheet.weaning)).toBe('4 days mist half as often, then 4 days mist only in sun')
    expect(sayEntry('weaning', [])).toBe('none')
    expect(sayEntry('windows', sheet.windows)).toBe('weeks 20 to 28')
    expect(sayEntry('water.regime', 'dry')).toBe('dry start')
    expect(sayEntry('warmth.medium', [18, 22], fahrenheit)).toBe('64°F to 72°F')
    expect(sayEntry('warmth.ceiling', 36)).toBe('36°')
    expect(sayEntry('note', null)).toBe('–')
    expect(sayEntry('rooting.halfAt', 18.3303)).toBe('18.33')
  })

  it('hangs on the wall with what it comes to', () => {
    const said = wordsOf(drawRoom(<SheetView way={way({ sheet: { ...sheet, safety: 'Milky sap: gloves.' } })} />))
    expect(said).toContain('14 to 24 days on its bench')
    expect(said).toContain('after 18.33 thermal days')
    expect(said).toContain('80 in 100 of a sample have rooted')
    expect(said).toContain('Take care. Milky sap: gloves.')
    expect(said).toContain('1 batch under it')
    expect(said).not.toContain('Differs from the house rules')
  })

  it('says where it differs from the house and what each version changed', () => {
    const said = wordsOf(
      drawRoom(
        <SheetView
          way={way({
            differs: [
              {
                school: 'water',
                question: 'Water while it roots',
                house: 'mist',
                here: 'dry start',
                words: 'No water until leaves show.',
              },
            ],
            versions: [
              {
                number: 2,
                keptBy: 'Bo',
                keptAt: '2027-05-01',
                why: 'cooler',
                changed: [{ path: 'warmth.medium', one: [18, 22], other: [14, 16] }],
                batches: 0,
              },
              { number: 1, keptBy: 'Ines', keptAt: '2024-05-12', why: null, changed: [], batches: 2 },
            ],
          })}
        />,
      ),
    )
    expect(said).toContain('dry start (the house: mist). No water until leaves show.')
    expect(said).toContain('2 kept 1 May by Bo: cooler · mix kept at 18° to 22° → 14° to 16°')
  })
})

describe('the drawings of a sheet', () => {
  it('differ for a tip, a leaf, a root laid flat, a clump', () => {
    const kinds: WaySheet[] = [
      sheet,
      { ...sheet, material: 'leaf' },
      { ...sheet, material: 'root', cut: { ...sheet.cut, up: 'flat' } },
      { ...sheet, material: 'division' },
      { ...sheet, cut: { ...sheet.cut, slanted: 'above' } },
      { ...sheet, cut: { ...sheet.cut, wound: true } },
      { ...sheet, cut: { ...sheet.cut, leaves: 'halved' } },
    ]
    const drawn = kinds.map((one) => drawRoom(<Cutting sheet={one} />))
    expect(new Set(drawn).size).toBe(kinds.length)
    expect(drawn[0]).toContain('7 to 10 cm, 2 cm deep, 1 nodes below and 2 above')
    expect(wordsOf(drawn[5] ?? '')).toContain('wound')
  })

  it('stay inside their frame for every length and depth', () => {
    for (const [low, high, depth] of [
      [1, 2, 0],
      [3, 8, 1],
      [15, 25, 12],
      [30, 60, 40],
      [5, 30, 2],
    ] as const) {
      const drawn = drawRoom(
        <Cutting sheet={{ ...sheet, cut: { ...sheet.cut, lengthCm: [low, high] }, hole: { ...sheet.hole, depthCm: depth } }} />,
      )
      const tall = Number(/viewBox="0 0 206 ([\d.]+)"/.exec(drawn)?.[1])
      for (const [, y] of drawn.matchAll(/ cy="([-\d.]+)"/g)) {
        expect(Number(y)).toBeGreaterThan(0)
        expect(Number(y)).toBeLessThan(tall)
      }
    }
  })

  it('say at which warmth roots come', () => {
    expect(drawRoom(<Pace warmth={sheet.warmth} settings={metric} />)).toContain(
      'Roots from 6°, fastest 20° to 25°, none over 36°; mix at 18° to 22°',
    )
    expect(drawRoom(<Pace warmth={sheet.warmth} settings={fahrenheit} />)).toContain('fastest 68°F to 77°F')
  })
})

describe('ways side by side', () => {
  const hard = way({
    id: 2,
    name: 'Hardwood in winter',
    house: false,
    used: 0,
    figures: { ...way().figures, benchDays: 100, warm: false, plantsPerSquareMetreWeek: 7.6 },
    cost: { ...way().cost, inAll: 0.61, breakEven: 0.41, boughtIn: 1.5 },
  })

  it('compare bench, yield, rate and material', () => {
    const known: [unknown[], unknown][] = [
      [
        ['beside', 1, 1, 2, 1],
        {
          differences: [
            { path: 'water.regime', one: 'mist', other: 'none' },
            { path: 'note', one: 'a', other: 'b' },
          ],
        },
      ],
    ]
    const said = wordsOf(drawRoom(<Beside one={way()} other={hard} />, { known }))
    for (const words of ['30, warm', '100, cool', '37.2', '7.6', '80 (65 to 93)', '€0.066', 'What differs: 1 entry'])
      expect(said).toContain(words)
  })

  it('let the propagator change them, and nobody else', () => {
    const said = (as = session) => wordsOf(drawRoom(<Ways crop={crop([way(), hard])} />, { as }))
    expect(said()).toContain('Soft tips · house way')
    expect(said()).toContain('Change the sheet')
    expect(said(viewer)).not.toContain('Change the sheet')
  })

  it('do not compare a crop of one way with itself', () => {
    const drawn = drawRoom(<Ways crop={crop([way()])} />)
    expect(drawn).not.toContain('Ways side by side')
    expect(wordsOf(drawn)).toContain('The sheet')
  })
})

describe('the season', () => {
  const ways: Schemas['SeasonSheet']['ways'] = [
    {
      id: 1,
      crop: 'Catmint',
      slug: 'catmint',
      name: 'Soft tips',
      house: true,
      words: 'tip cutting, softwood',
      window,
      runs: [window],
      hint: null,
      signs: [],
    },
    {
      id: 2,
      crop: 'Weigela',
      slug: 'weigela',
      name: 'Nodal',
      house: true,
      words: 'nodal cutting, softwood',
      window: { ...window, state: 'next', opensIn: 3, from: '2027-W22', to: '2027-W30' },
      runs: [{ ...window, from: '2027-W22', to: '2027-W30' }],
      hint: { by: -2, like: 'Catmint', from: '2027-W20', window: 0, words: 'perhaps 2 weeks earlier, as Catmint was' },
      signs: [],
    },
    {
      id: 3,
      crop: 'Thyme',
      slug: 'thyme',
      name: 'Tips',
      house: true,
      words: 'tip cutting, softwood',
      window: { ...window, state: 'closing', closesIn: 1, moved: -3 },
      runs: [],
      hint: null,
      signs: [],
    },
  ]
  const known: [unknown[], unknown][] = [[['season', '2027-W19'], { week: '2027-W19', from: '2026-W45', to: '2028-W44', ways }]]

  it('is told in the order of what presses', () => {
    const said = wordsOf(drawRoom(<SeasonSheet />, { known }))
    expect(said.indexOf('Closing in a week')).toBeLessThan(said.indexOf('Open now'))
    expect(said.indexOf('Open now')).toBeLessThan(said.indexOf('Next'))
    expect(said).not.toContain('Later')
    expect(said).toContain('seen 3 weeks early')
    expect(said).toContain('perhaps 2 weeks earlier, as Catmint was')
    expect(said).toContain('week 22 to week 30')
  })

  it('lets hands log a sign, and viewers only look', () => {
    expect(drawRoom(<SeasonSheet />, { known })).toContain('Sign seen on Catmint, Soft tips')
    expect(drawRoom(<SeasonSheet />, { known, as: viewer })).not.toContain('Sign seen on')
  })
})

describe('house rules', () => {
  const rules: Schemas['HouseRules'] = {
    version: 3,
    rules: [
      {
        school: 'water',
        question: 'Water while it roots',
        chosen: 'mist',
        options: [
          { option: 'mist', words: 'mist', effect: 'Batches ask for mist.' },
          { option: 'dry', words: 'dry start', effect: 'No water until leaves show.' },
        ],
        differing: [{ crop: 'Stonecrop', slug: 'stonecrop', here: 'dry start' }],
      },
    ],
  }

  it('show each choice with what it changes, and who differs', () => {
    const drawn = drawRoom(<HouseRules />, { known: [[['house-rules'], rules]] })
    expect(wordsOf(drawn)).toContain('dry start No water until leaves show.')
    expect(wordsOf(drawn)).toContain('1 way differs')
    expect(drawn.match(/checked=""/g)).toHaveLength(1)
    expect(drawRoom(<HouseRules />, { known: [[['house-rules'], rules]], as: viewer })).toContain('<fieldset disabled="">')
  })
})
