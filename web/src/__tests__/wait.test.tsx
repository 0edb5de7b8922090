import { describe, expect, it } from 'vitest'
import type { Schemas } from '../api/client'
import { Wait } from '../batches/Wait'
import { RootCurve } from '../drawings/RootCurve'
import { drawRoom, viewer, wordsOf } from './nursery'

const point = (on: string, rooted: number) => ({ on, rooted, dead: 0.1 })
const curve: Schemas['RootCurve'] = {
  points: [point('2027-04-12', 0), point('2027-05-03', 0.3), point('2027-05-24', 0.7), point('2027-06-14', 0.8)],
  checks: [
    { on: '2027-05-03', lifted: 10, rooted: 3, dead: 1, share: 0.28, full: false },
    { on: '2027-05-10', lifted: 168, rooted: 90, dead: 9, share: 0.5, full: true },
  ],
  today: '2027-05-12',
  now: { rooted: 0.5, dead: 0.1, ready: 0.3 },
  finalRate: 0.8,
  finalLow: 0.7,
  finalHigh: 0.86,
  warmth: null,
  readyShare: 0.75,
  readyFrom: '2027-05-20',
  readyOn: '2027-05-24',
  readyBy: '2027-05-30',
}
const call: Schemas['WaitOrClear'] = {
  asked: {
    finalRate: 0.7,
    d50: 28,
    tau: 25,
    unrooted: 58,
    stepTau: 7,
    maxSteps: 3,
    valuePerPlant: 0.4,
    costPerStep: 4.2,
    lossPerStep: 0.03,
  },
  code: 'RAP-39',
  line: 2,
  unrooted: 58,
  counted: true,
  value: 0.4,
  valueFrom: '8 times what a cutting costs',
  loss: 0.03,
  lossFrom: '3 in 100 die in a week, as the house says',
  rent: { trays: 2, warmth: 1.2, queue: 3, week: 4.2, words: '2 of its 2 trays are wanted by KEF-21.' },
  steps: [
    { on: '2027-05-19', chance: 0.4, gain: 24, net: 5.4, cumulative: 5.4 },
    { on: '2027-05-26', chance: 0.05, gain: 0.4, net: -4, cumulative: 1.4 },
    { on: '2027-06-02', chance: 0, gain: 0.01, net: -4.2, cumulative: -2.8 },
  ],
  waitWeeks: 1,
  gain: 5.4,
  plants: 24,
  close: false,
  words: 'Wait 1 week: about 24 of 58 may still root.',
  options: [
    { kind: 'wait', possible: true, words: 'leave it until 19 May', zones: [] },
    { kind: 'clear', possible: true, words: 'throw the 58', zones: [] },
    { kind: 'cooler', possible: true, words: 'move it', zones: [{ id: 8, name: 'Weaning A', heat: 18 }] },
    { kind: 'dip', possible: false, words: 'count the line first', zones: [] },
    { kind: 'afresh', possible: true, words: 'stick afresh', zones: [], order: 7 },
  ],
}
const known: [unknown[], unknown][] = [
  [['wait', 'RAP-39', { line: 2, value: undefined, loss: undefined }], call],
  [['root-curve', 'RAP-39'], curve],
]
const at = { at: '/batches/RAP-39/wait?line=2', path: '/batches/:code/wait' }

describe('wait or clear', () => {
  it('says the call, what it rests on and what can be done', () => {
    const words = wordsOf(drawRoom(<Wait />, { ...at, known }))
    expect(words).toContain('Wait 1 week: about 24 of 58 may still root.')
    expect(words).toContain('€4.20 a week: €1.20 for the warmth of 2 trays, €3.00 for what queues')
    expect(words).toContain('€0.40: 8 times what a cutting costs')
    expect(words).toContain('3 in 100 die in a week, as the house says')
    expect(words).toContain('Weaning A, 18°')
    expect(words).toContain('count the line first.')
    expect(words).toContain('RAP-39 , line 2')
  })

  it('draws the weeks, those that are waited for apart', () => {
    const drawn = drawRoom(<Wait />, { ...at, known })
    expect(drawn).toContain('week 1: 24.0 plants, 5.40 in all; week 2: 0.4 plants')
    expect(drawn).toContain('r="8"')
    expect(wordsOf(drawn)).toContain('·')
  })

  it('gives a viewer nothing to press', () => {
    const drawn = drawRoom(<Wait />, { ...at, known, as: viewer })
    expect(drawn).not.toContain('Weaning A')
    expect(drawn).not.toContain('<button')
  })

  it('says when nothing is left', () => {
    const none = { ...call, unrooted: 0, words: 'Nothing is left that is unrooted and alive.' }
    const words = wordsOf(drawRoom(<Wait />, { ...at, known: [[known[0]?.[0] ?? [], none]] }))
    expect(words).toContain('Nothing is left')
    expect(words).not.toContain('What waiting brings')
  })
})

describe('the curve of a batch', () => {
  it('parts what is rooted, dead and undecided, with what was lifted, and how sure the end and the day are', () => {
    const drawn = drawRoom(<RootCurve curve={curve} />)
    expect(drawn).toContain(
      'Today 50 in 100 have roots and 10 are dead; in the end 80 root, between 70 and 86; ready 24 May, between 20 May and 30 May. 3 May: 3 of 10; 10 May: 90 of 168',
    )
    expect(drawn.split('<circle').length - 1).toBe(3)
    expect(wordsOf(drawn)).toContain('dead')
    expect(drawn).toContain('r="9"')
    expect(wordsOf(drawn)).toContain('ready 24 May')
    expect(drawRoom(<RootCurve curve={{ ...curve, points: [] }} />)).not.toContain('<svg')
  })
})
