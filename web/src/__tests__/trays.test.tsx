import { describe, expect, it } from 'vitest'
import type { Schemas } from '../api/client'
import { TraysForm } from '../nursery/TraysForm'
import { drawRoom, viewer, wordsOf } from './nursery'

const trays: Schemas['Trays'] = {
  kinds: [
    {
      id: 1,
      version: 1,
      name: 'tray of 40',
      cells: 40,
      cellMl: 60,
      lengthCm: 80,
      widthCm: 50,
      positions: 1,
      first: true,
      batches: 3,
    },
    {
      id: 6,
      version: 2,
      name: 'half tray',
      cells: 20,
      cellMl: 60,
      lengthCm: 40,
      widthCm: 50,
      positions: 0.5,
      first: false,
      batches: 0,
    },
  ],
  pots: [
    { id: 2, version: 1, name: '1 L', millilitres: 1000, leaves: 'pot', bundleOf: null, acrossCm: 13, thick: 23, spaced: 10 },
  ],
}

describe('the trays and pots of a nursery', () => {
  const known: [unknown[], unknown][] = [[['trays'], trays]]

  it('says what each holds and how much bench it takes', () => {
    const words = wordsOf(drawRoom(<TraysForm />, { known }))
    expect(words).toContain('40 × 60 ml')
    expect(words).toContain('by which bench is counted')
    expect(words).toContain('0.5 places')
    expect(words).toContain('23 on a tray place pot-thick, 10 spaced')
    expect(words).toContain('Change half tray')
  })

  it('draws each kind with its cells, to one scale', () => {
    const drawn = drawRoom(<TraysForm />, { known })
    expect(drawn.split('<circle').length - 1).toBe(60)
    expect(drawn).toContain('width="40"')
  })

  it('offers a viewer nothing to change', () => {
    expect(wordsOf(drawRoom(<TraysForm />, { known, as: viewer }))).not.toContain('Change')
  })
})
