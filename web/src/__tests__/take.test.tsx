import { describe, expect, it } from 'vitest'
import type { Schemas } from '../api/client'
import { HoldClock } from '../stock/HoldClock'
import { TakeSheet } from '../stock/TakeSheet'
import { drawRoom, session, sheet, viewer, wordsOf } from './nursery'

const unfit: Schemas['Unfit'] = {
  code: 'quarantine',
  words: 'In quarantine: rust, bad.',
  clears: 'Treat it, look again and clear what was found.',
}

describe('a take sheet', () => {
  const stop: Schemas['TakeSheet']['stops'][number] = {
    batch: 'HOV-43',
    crop: 'Catmint',
    cropSlug: 'catmint',
    way: 'tip cutting, softwood',
    block: 'CA-1',
    place: 'Tunnel 3, row 3',
    sex: null,
    population: 'Hollin scarp',
    stickOn: '2027-05-13',
    cuttings: 250,
    shoots: 250,
    isBed: false,
    perShoot: 1,
    rows: [
      {
        row: 'hedge end',
        plants: 2,
        each: 2,
        more: 1,
        total: 5,
        named: [
          { plant: 'CA-1 F1', take: 3 },
          { plant: 'CA-1 F2', take: 2 },
        ],
      },
      { row: 'the others', plants: 200, each: 1, more: 45, total: 245, named: [] },
    ],
    parents: 202,
    short: null,
    problem: null,
    against: [],
    grades: false,
    lengthCm: [7, 10],
    timeOfDay: 'early',
    sign: 'the shoot snaps',
    carry: '1 box, drained and lidded',
    card: { sheet, words: ['side shoots, not the rank leader', 'flowers and buds off, every one'] },
    apart: ['Top and bottom: the slanted cut is below, the straight one above.'],
    holds: ['shaded', 'cold'],
    stickBy: [
      { how: 'shaded', words: 'Keeps 6 hours more, until 13:00.' },
      { how: 'cold', words: 'Keeps 3 days more, until 16 May, 07:00.' },
    ],
    collection: null,
    safety: null,
  }
  const drawn = (stops: (typeof stop)[], as = session) =>
    drawRoom(<TakeSheet />, {
      at: '/stock/take?batches=HOV-43',
      as,
      known: [
        [['take-sheet', { batches: 'HOV-43' }], { stops, tools: ['razor-sharp knife', 'labels and pencil'], cuttings: 250 }],
      ],
    })

  it('says what to take from whom, in the order of the walk', () => {
    const said = wordsOf(drawn([stop]))
    expect(said).toContain('1 stop, 250 cuttings. Take along: razor-sharp knife, labels and pencil.')
    expect(said).toContain('CA-1 F1: 3 · CA-1 F2: 2')
    expect(said).toContain('the others : 200 plants, 1 from each, one more from the first 45 = 245')
    expect(said).toContain('and 40 more, alike')
    expect(said).toContain('population Hollin scarp')
    expect(said).toContain('and held in shade: Keeps 6 hours more, until 13:00.')
    expect(said).toContain('and held cold: Keeps 3 days more')
    expect(said).toContain('First cut, held cold')
    expect(wordsOf(drawn([stop], viewer))).not.toContain('First cut')
    const bed = { ...stop, isBed: true, card: { ...stop.card, sheet: { ...stop.card.sheet, method: 'division' } } }
    const lifted = (each: number, more: number) =>
      wordsOf(drawn([{ ...bed, rows: [{ row: 'Bed 2', plants: 40, each, more, total: more, named: [] }] }]))
    expect(lifted(0, 9)).toContain('Bed 2 : 40 clumps, lift the first 9')
    expect(lifted(1, 0)).toContain('lift all')
    expect(lifted(0, 9)).toContain('pieces')
  })

  it('says what stands against it, and what is short', () => {
    const said = wordsOf(
      drawn([{ ...stop, against: [unfit], short: 'Only 5 parents give, and 10 are asked for.', problem: 'Over the cap.' }]),
    )
    for (const words of ['In quarantine', 'Only 5 parents give', 'Over the cap.']) expect(said).toContain(words)
  })

  it('asks for the grade of what is bundled by it, and of nothing else', () => {
    expect(drawn([{ ...stop, grades: true }])).toContain('Grade of what is cut for HOV-43')
    expect(drawn([stop])).not.toContain('Grade of what')
  })

  it('says what to do when there is nothing to take', () => {
    expect(wordsOf(drawn([]))).toContain('Nothing is to be collected on that day.')
  })
})

describe('the hold clock', () => {
  const phases: Schemas['HoldClock']['phases'] = [
    { from: '2027-05-12T07:00:00', state: 'fresh', words: 'Keeps {span} more, until 13:00.' },
    { from: '2027-05-12T11:30:00', state: 'soon', words: 'Stick soon: keeps {span} more, until 13:00.' },
    { from: '2027-05-12T13:00:00', state: 'past', words: 'Kept too long by {span}. Cut again.' },
  ]
  const sealing = (dueAt: string): Partial<Schemas['HoldClock']> => ({
    how: 'dry',
    seals: true,
    dueAt,
    phases: [
      { from: '2027-05-12T07:00:00', state: 'sealing', words: 'Sealing dry: {span} to go.' },
      { from: dueAt, state: 'sealed', words: 'Sealed: stick it.' },
    ],
  })
  const clock = (more: Partial<Schemas['HoldClock']>): Schemas['HoldClock'] => ({
    startedAt: '2027-05-12T07:00:00',
    how: 'shaded',
    grade: null,
    seals: false,
    dueAt: '2027-05-12T13:00:00',
    now: '2027-05-12T08:00:00',
    phases,
    by: 'Bo',
    from: [],
    ...more,
  })
  const drawn = (more: Partial<Schemas['HoldClock']>) => drawRoom(<HoldClock code="HOV-43" clock={clock(more)} />)

  it("tells by the house's own clock", () => {
    expect(wordsOf(drawn({}))).toContain('Keeps 5 h 00 more, until 13:00')
    expect(wordsOf(drawn({ grade: 'whips', how: 'cold' }))).toContain('by Bo, whips, held cold')
    expect(wordsOf(drawn({ now: '2027-05-12T12:15:00' }))).toContain('Stick soon: keeps 45 min more')
    expect(wordsOf(drawn({ now: '2027-05-12T15:30:00' }))).toContain('Kept too long by 2 h 30')
    expect(wordsOf(drawn(sealing('2027-05-19T07:00:00')))).toContain('Sealing dry: 6 days to go')
    expect(wordsOf(drawn(sealing('2027-05-12T07:30:00')))).toContain('Sealed: stick it')
  })

  it('calls out when it presses, and only then', () => {
    expect(drawn({})).not.toContain('role="alert"')
    expect(drawn({ now: '2027-05-12T12:15:00' })).toContain('role="alert"')
    expect(drawn({ now: '2027-05-12T14:00:00' })).toContain('data-state="past"')
  })
})
