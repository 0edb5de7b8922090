import { describe, expect, it } from 'vitest'
import type { Schemas } from '../api/client'
import { MixBar, Parts, Pour } from '../drawings/Pour'
import { CleanPage } from '../mixing/CleanPage'
import { DaySheet } from '../mixing/DaySheet'
import { DipsPage } from '../mixing/DipsPage'
import { Labels } from '../mixing/Labels'
import { MixesPage } from '../mixing/MixesPage'
import { MixAnswer } from '../mixing/ReckonMix'
import { sayMass, sayPpm, sayVolume } from '../words'
import { drawRoom, session, sheet as sheetOfWay, tag, viewer, wordsOf } from './nursery'

const DAY = '2027-05-12'
const made: Schemas['MixMade'] = {
  name: 'perlite 2 : compost 1',
  litres: 330,
  parts: [
    { name: 'perlite', litres: 220, bags: 3, bagLitres: 100, left: 80, short: 80 },
    { name: 'compost', litres: 110, bags: null, bagLitres: null, left: 0, short: 0 },
  ],
  wetting: 77,
  barrow: 80,
  up: { barrows: 5, fills: 40 },
  down: { barrows: 4, fills: 32 },
  wholeBags: { litres: 300, fills: 30 },
  holds: { air: 0.35, water: 0.43, unknown: ['moon dust'] },
  against: [{ kind: 'compost', school: 'rooting mix', words: 'Compost is in it.', batches: ['RAP-39'] }],
}
const setting = { heat: 18, mist: 2, suits: true }
const sheet: Schemas['DaySheet'] = {
  wean: [],
  checks: [],
  stock: [],
  moves: [],
  vents: [],
  guests: [],
  people: [],
  day: DAY,
  next: '2027-05-17',
  hands: 2,
  there: 2,
  hours: { collect: 1.5, makeUp: 0.4, stick: 2.6, pot: 0.5, wean: 0, look: 0, all: 5 },
  collect: [
    {
      step: 'collect:RAP-39',
      batch: 'RAP-39',
      crop: 'Catmint',
      daysLate: 0,
      block: 'CA-3',
      place: 'North field',
      cuttings: 168,
      from: '07:00',
      to: '07:20',
      carry: '1 box',
      also: [{ block: 'CA-2', place: 'Tunnel 3', cuttings: 60 }],
      apart: ['Top and bottom.'],
      keeps: 'Keeps 6 hours more.',
      collectedAt: null,
      safety: null,
    },
  ],
  mixes: [{ ...made, step: 'mix:a', batches: ['RAP-39'] }],
  dips: [
    {
      step: 'dip:IBA',
      hormone: 'IBA liquid 3000 ppm',
      kind: 'liquid',
      asked: 3000,
      cuttings: 168,
      depthCm: 1.5,
      batches: ['RAP-39'],
      made: null,
      able: true,
      stock: 1,
      name: 'IBA salt',
      words: 'with water',
      grams: null,
      ml: 34,
      stockMl: 12,
      waterMl: 22,
      ppm: 3050,
      error: 0.017,
      salt: { factor: 1.1874, source: 'Molar masses.' },
    },
    {
      step: 'dip:strong',
      hormone: 'IBA powder 8000 ppm',
      kind: 'powder',
      asked: 8000,
      cuttings: 60,
      depthCm: 1,
      batches: ['KEF-21'],
      made: null,
      able: false,
      stock: null,
      name: null,
      words: 'Strong was to be used by 30 Apr.',
      grams: null,
      ml: null,
      stockMl: null,
      waterMl: null,
      ppm: null,
      error: null,
      salt: null,
    },
  ],
  sanitiser: {
    step: 'clean:bleach',
    name: 'Bleach',
    words: '1 part to 9 of water',
    litres: 5,
    minutes: 10,
    neverMeets: 'acids',
    stockMl: 500,
    waterMl: 4500,
    ppm: 5000,
    error: 0,
  },
  leafDip: {
    step: 'clean:leaves',
    name: 'Bleach for cuttings',
    words: '1 part to 19 of water',
    litres: 5,
    minutes: 2,
    neverMeets: 'acids',
    rinse: true,
    dipped: ['RAP-39'],
    never: ['KEF-21'],
    stockMl: 250,
    waterMl: 4750,
    ppm: 2500,
    error: 0,
  },
  fills: [
    {
      step: 'fill:RAP-39',
      batch: 'RAP-39',
      crop: 'Catmint',
      trays: 2,
      trayKind: 'tray of 84',
      cells: 84,
      each: 3,
      holeFirst: true,
      depthCm: 2,
      labels: 2,
      mix: 'perlite',
    },
  ],
  stick: [
    {
      step: 'stick:RAP-39',
      batch: 'RAP-39',
      crop: 'Catmint',
      daysLate: 3,
      stations: [1, 2],
      from: '08:00',
      to: '08:50',
      late: 12,
      cuttings: 168,
      trays: 2,
      mix: 'perlite',
      how: 'stick, firm, water in',
      trayKind: 'tray of 84',
      card: { sheet: sheetOfWay, words: ['side shoots, not the rank leader', 'the end nearer the crown up'] },
      hormone: null,
      zone: 'Mist 2',
      setting,
      isStuck: false,
      safety: 'Milky sap.',
    },
  ],
  set: [{ step: 'set:Mist 2', zone: 'Mist 2', house: 'Mist house', setting: { ...setting, suits: false } }],
  pots: [
    {
      step: 'pot:KEF-21',
      batch: 'KEF-21',
      crop: 'Hebe',
      daysLate: 0,
      pots: 60,
      pot: '1 L',
      mix: made,
      setOut: null,
      leaves: 'pot',
      zone: 'Pot tunnel',
      labels: 60,
    },
  ],
  ends: '08:50',
  ticks: { 'fill:RAP-39': { actual: 2, note: 'short of trays', at: '07:40', by: 'Bo' } },
}
const hormone: Schemas['Hormone'] = {
  id: 1,
  version: 1,
  name: 'IBA salt',
  what: 'IBA',
  kind: 'liquid',
  form: 'salt',
  ppm: 5000,
  words: '5\u202F000 ppm (0.5 %)',
  acidPpm: 4211,
  salt: { factor: 1.1874, source: 'Molar masses.' },
  madeOn: null,
  keepsUntil: '2027-04-30',
  discardedOn: null,
  isOld: true,
}
const dips: Schemas['Dips'] = {
  neverDipped: ['Lavender'],
  stocks: [
    hormone,
    { ...hormone, id: 2, name: 'Old powder', kind: 'powder', form: 'acid', salt: null, discardedOn: '2027-05-01' },
  ],
  made: [
    {
      id: 9,
      stock: 'IBA salt',
      what: 'IBA',
      kind: 'liquid',
      ppm: 3000,
      stockMl: 30,
      waterMl: 12,
      grams: null,
      madeAt: '2027-05-12 08:10',
      by: 'Bo',
      discardedAt: null,
      batches: ['RAP-39'],
    },
  ],
  sanitisers: [
    {
      id: 1,
      version: 1,
      name: 'Bleach',
      ppm: 50000,
      parts: 9,
      reading: 'to_parts',
      minutes: 10,
      neverMeets: 'acids',
      forMaterial: true,
      rinse: false,
      percent: 5,
      words: '1 part to 9 of water',
      madePpm: 5000,
      madeWords: '5\u202F000 ppm (0.5 %)',
    },
  ],
}

describe('the day sheet', () => {
  const known: [unknown[], unknown][] = [[['day-sheet', DAY, null], sheet]]
  const words = wordsOf(drawRoom(<DaySheet />, { known }))

  it('goes through the day in order, each step with its times and where it goes', () => {
    const order = ['Cut and carry', 'Make up', 'Fill and label', 'Stick', 'Fill pots', 'Set water and warmth'].map((part) =>
      words.indexOf(part),
    )
    expect(order).toEqual([...order].sort((a, b) => a - b))
    expect(words).toContain('5.0 h for 2 pairs of hands: done at about 08:50')
    expect(words).toContain('08:00 to 08:50')
    expect(words).toContain('from CA-3, North field, 60 of them from CA-2, Tunnel 3, for RAP-39')
    expect(words).toContain('kept 12 min too long')
    expect(words).toContain('the end nearer the crown up')
    expect(words).toContain('60 × 1 L for KEF-21 , Hebe → Pot tunnel')
    expect(words).toContain('220 l perlite, 3 bags; 110 l compost; 5 barrows')
  })

  it('says what is measured, what is short, what does not suit and what must not be dipped', () => {
    expect(words).toContain('1.7 % stronger than asked, for what can be measured')
    expect(words).toContain('1.1874 g of the salt hold 1 g')
    expect(words).toContain('Strong was to be used by 30 Apr.')
    expect(words).toContain('perlite: 80 l short in the store')
    expect(words).toContain('RAP-39: Compost is in it.')
    expect(words).toContain('Never dip: KEF-21')
    expect(words).toContain('2 minutes, then rinsed in clean water')
    expect(words).toContain('stick, firm, water in.')
    expect(words).toContain('Never let it meet acids')
  })

  it('numbers its parts as they come, and says what several hands stick together and how late', () => {
    const numbers = [...drawRoom(<DaySheet />, { known }).matchAll(/text-2xl">(\d)</g)].map((one) => one[1])
    expect(numbers).toEqual(['1', '2', '3', '4', '5', '6'])
    expect(words).toContain('3 days late · 1 2 168')
  })

  it('tells each of the crew what they do, hour by hour', () => {
    const task = { what: 'collect' as const, code: 'RAP-39', from: '07:00', to: '07:20' }
    const people = [
      {
        name: 'Bo',
        jobs: [task, { ...task, what: 'make_up' as const, code: null }, { ...task, what: 'stock' as const, code: 'FU-1' }],
      },
      { name: null, jobs: [task] },
      { name: 'Ruth', jobs: [] },
    ]
    const drawn = drawRoom(<DaySheet />, { known: [[['day-sheet', DAY, null], { ...sheet, people }]] })
    expect(wordsOf(drawn)).toContain('Bo 07:00–07:20 cut RAP-39 07:00–07:20 make up mixes and dips 07:00–07:20 stock FU-1')
    expect(wordsOf(drawn)).toContain('One more pair of hands 07:00–07:20')
    expect(wordsOf(drawn)).toContain('1 more pair of hands would be free')
    expect(wordsOf(drawRoom(<DaySheet />, { known }))).not.toContain('Who does what')
  })

  it('has what is carried and what is vented', () => {
    const moves = [{ batch: 'RAP-39', crop: 'Catmint', trays: 3, zone: 'Mist 2', to: 'Weaning A' }]
    const vents = [{ zone: 'Closed cover', house: 'Mist house', batches: ['HEP-77'] }]
    const guests = [{ name: 'Seed trays, left', kind: 'seeds' as const, zone: 'Weaning B', house: 'Weaning tunnel', places: 6 }]
    const said = wordsOf(drawRoom(<DaySheet />, { known: [[['day-sheet', DAY, null], { ...sheet, moves, vents, guests }]] }))
    expect(said).toContain('Seed trays, left , seed trays, in Weaning B Weaning tunnel, 6 places')
    expect(said).toContain('3 trays of Catmint RAP-39 from Mist 2 to Weaning A')
    expect(said).toContain('Closed cover Mist house, over HEP-77')
    expect(said.indexOf('Carry')).toBeLessThan(said.indexOf('Fill pots'))
  })

  it('puts what is overdue first', () => {
    const late = {
      batch: 'TEM-73',
      line: 1,
      count: 9,
      due: '2027-05-10',
      daysLate: 3,
      why: 'mist half',
      step: 1,
      done: false,
      goesTo: null,
      tag,
    }
    const overdue = { ...sheet, wean: [late, { ...late, step: 2, daysLate: 0 }], checks: [late] }
    const said = wordsOf(drawRoom(<DaySheet />, { known: [[['day-sheet', DAY, null], overdue]] }))
    const order = ['Overdue: wean', 'Overdue: check', 'Cut and carry', 'Stick', '7 Wean', 'Fill pots'].map((part) =>
      said.indexOf(part),
    )
    expect(order).toEqual([...order].sort((a, b) => a - b))
    expect(order.every((at) => at >= 0)).toBe(true)
  })

  it('sets out what stands in its pots already, with no mix', () => {
    const direct = { ...sheet, pots: sheet.pots.map((one) => ({ ...one, mix: null, setOut: 4 })) }
    const said = wordsOf(drawRoom(<DaySheet />, { known: [[['day-sheet', DAY, null], direct]] }))
    expect(said).toContain('Set out pots')
    expect(said).toContain('count what has roots, take the rest out, set them apart from 4 trays; 60 labels')
    expect(said).not.toContain('A finger of rim')
  })

  it('shows what is done, by whom, and what it came to', () => {
    const drawn = drawRoom(<DaySheet />, { known })
    expect(words).toContain('done 07:40, Bo: short of trays')
    expect(drawn.split('checked=""').length - 1).toBe(1)
    expect(wordsOf(drawRoom(<DaySheet />, { known, as: viewer }))).not.toContain('It is made')
  })

  it('says so when there is nothing', () => {
    const empty = { ...sheet, pots: [], collect: [], stick: [], mixes: [], fills: [], dips: [], set: [] }
    expect(wordsOf(drawRoom(<DaySheet />, { known: [[['day-sheet', DAY, null], empty]] }))).toContain(
      'Nothing is cut, stuck, weaned, checked or potted on that day. The next is 17 May ; or see the season',
    )
  })
})

describe('mixes', () => {
  it('come in bags and barrows both ways, with what they hold and what does not suit', () => {
    const words = wordsOf(drawRoom(<MixAnswer made={made} />))
    expect(words).toContain(
      '5 barrow loads of 80 l are enough (fills 40 of them); 4 full loads (fills 32 of them) leave nothing over',
    )
    expect(words).toContain('3 of 100 l')
    expect(words).toContain('loose')
    expect(words).toContain('43 water and 35 air in 100')
    expect(words).toContain('without moon dust')
    expect(words).toContain('School: rooting mix')
  })

  it('are listed with what each part does', () => {
    const mixes: Schemas['Mixes'] = {
      parts: [
        {
          id: 1,
          version: 1,
          name: 'coir',
          holdsWater: true,
          drains: false,
          feeds: false,
          breaksDown: false,
          air: 0.15,
          water: 0.7,
          wetBy: 0.5,
          bagLitres: 70,
          stockLitres: 140,
        },
        {
          id: 2,
          version: 1,
          name: 'grit',
          holdsWater: false,
          drains: true,
          feeds: false,
          breaksDown: false,
          air: 0.35,
          water: 0.08,
          wetBy: 0,
          bagLitres: null,
          stockLitres: 0,
        },
      ],
      mixes: [
        {
          id: 1,
          version: 1,
          name: 'gritty',
          parts: [
            { name: 'coir', parts: 1 },
            { name: 'grit', parts: 3 },
          ],
        },
      ],
      used: ['gritty'],
    }
    const words = wordsOf(drawRoom(<MixesPage />, { known: [[['mixes'], mixes]] }))
    expect(words).toContain('70 water, 15 air in 100')
    expect(words).toContain('bags of 70 l, 140 l in store')
    expect(words).toContain('Name a mix')
    expect(wordsOf(drawRoom(<MixesPage />, { known: [[['mixes'], mixes]], as: viewer }))).not.toContain('Name a mix')
  })
})

describe('dips and sanitisers', () => {
  it('tell salt from acid, what is too old and what was thrown away', () => {
    const words = wordsOf(drawRoom(<DipsPage />, { known: [[['dips'], dips]] }))
    expect(words).toContain('as salt: worth 4 211 ppm of acid, 1.1874 g of salt to 1 g')
    expect(words).toContain('too old since 30 Apr')
    expect(words).toContain('thrown away 1 May')
    expect(words).toContain('30 ml of IBA salt, 12 ml of water')
    expect(words).toContain('0 hormones fit to use')
  })

  it('say what a sanitiser must never meet', () => {
    const words = wordsOf(drawRoom(<CleanPage />, { known: [[['dips'], dips]] }))
    expect(words).toContain('1 part to 9 of water: 5 000 ppm (0.5 %) from 5 %')
    expect(words).toContain('Must never meet acids')
    expect(words).toContain('Never dipped, by their sheets: Lavender')
    expect(words).toContain('For cuttings, where their sheet allows it; not rinsed.')
    expect(wordsOf(drawRoom(<CleanPage />, { known: [[['dips'], { ...dips, sanitisers: [] }]] }))).toContain('None yet')
  })
})

describe('labels', () => {
  const label = {
    code: 'RAP-39',
    crop: 'Catmint',
    way: 'tip cutting, softwood',
    source: 'CA-3',
    date: '2027-05-13',
    hormone: null,
    count: 84,
    tray: 1,
    trays: 2,
    zone: 'Mist 2',
  }
  const labels: Schemas['Labels'] = {
    layout: { id: 'a4_70x37', words: '70 × 37 mm, 24 on A4', page: 'A4', pageWidth: 210, pageHeight: 297, width: 70, height: 37 },
    layouts: [{ id: 'a4_70x37', words: '70 × 37 mm, 24 on A4' }],
    labels: [
      { ...label, page: 0, x: 0, y: 0.5 },
      { ...label, tray: 2, page: 1, x: 0, y: 0.5 },
    ],
  }

  it('lie on their pages to the millimetre, each with its code', () => {
    const drawn = drawRoom(<Labels />, { known: [[['labels', { day: DAY, layout: undefined, each: 'tray', skip: 0 }], labels]] })
    expect(drawn.split('data-label="RAP-39"').length - 1).toBe(2)
    expect(drawn).toContain('left:0mm;top:0.5mm')
    expect(drawn.split('Code for RAP-39').length - 1).toBe(2)
    expect(wordsOf(drawn)).toContain('84 · tray 2/2 · CA-3')
    expect(wordsOf(drawn)).toContain('Print 2 labels')
  })
})

describe('what is measured', () => {
  const us = { ...session.nursery, units: 'us' } as typeof session.nursery

  it('is said in the units of the house', () => {
    expect(['0.4 ml', '30 ml', '1.5 l', '27.1 l']).toEqual([0.4, 30.2, 1500, 27125].map((ml) => sayVolume(ml, session.nursery)))
    expect(['1.01 fl oz', '16.9 fl oz', '7.2 gal']).toEqual([30, 500, 27125].map((ml) => sayVolume(ml, us)))
    expect([sayMass(8.4, session.nursery), sayMass(17.1, session.nursery), sayMass(17.1, us)]).toEqual([
      '8.4 g',
      '17 g',
      '0.6 oz',
    ])
    expect(sayPpm(909.09)).toBe('909 ppm')
  })

  it('is drawn to scale', () => {
    expect(drawRoom(<Pour stock={30} water={70} words="30 and 70" />)).toContain('aria-label="30 and 70"')
    expect(drawRoom(<Parts parts={10} reading="in_total" />).split('<rect').length - 1).toBe(10)
    expect(drawRoom(<Parts parts={10} reading="to_parts" />).split('<rect').length - 1).toBe(11)
    expect(drawRoom(<Parts parts={200} reading="in_total" />).split('<rect').length - 1).toBe(2)
    expect(drawRoom(<MixBar parts={[{ name: 'coir', share: 3, words: '3 parts' }]} />)).toContain('coir 3 parts')
  })
})
