import { describe, expect, it } from 'vitest'
import type { Schemas } from '../api/client'
import { AddButton, ChangeButton } from '../forms/Opening'
import type { Look } from '../round/device'
import { Lift } from '../round/Lift'
import { Round } from '../round/Round'
import { Trouble } from '../round/Trouble'
import { Waiting } from '../round/Waiting'
import { SEEN_WORDS } from '../words'
import { drawRoom, tag, wordsOf } from './nursery'

const stop: Schemas['Round']['stops'][number] = {
  code: 'RAP-39',
  line: 1,
  there: 40,
  inPots: false,
  lot: null,
  zone: 'Mist 1',
  house: 'Mist house',
  every: 1,
  due: true,
  lookedAt: null,
  seen: null,
  checkDue: false,
  wean: null,
  tag,
}
const look: Look = { n: 1, key: 'k', code: 'RAP-39', line: 1, crop: 'Catmint', seen: 'rot', culled: 9, at: '2027-05-12T07:31:00' }
const nothing = () => {}

describe('the round on a device', () => {
  it('begins with nothing but its name until the device has a walk', () => {
    expect(wordsOf(drawRoom(<Round />))).toContain('The round')
  })

  it('asks of a trouble how much, what was taken out, a word and a picture, in big targets', () => {
    const drawn = drawRoom(<Trouble seen="rot" stop={stop} onKeep={nothing} onLeave={nothing} />)
    const words = wordsOf(drawn)
    for (const asked of ['a few', 'a quarter', 'half', 'all', 'Taken out now', '+10', 'Picture', 'Keep, and on'])
      expect(words).toContain(asked)
    expect(drawn).toContain('capture="environment"')
    expect(drawn.split('!min-h-14').length - 1).toBeGreaterThan(8)
    expect(drawn).toContain('aria-label="Ten more"')
  })

  it('lifts a plant a touch, and says when it is judged where there is no network', () => {
    const drawn = drawRoom(<Lift stop={stop} away onKeep={nothing} onLeave={nothing} />)
    expect(drawn.split('!min-h-16').length - 1).toBeGreaterThan(8)
    expect(drawn).toContain('aria-label="roots at the hole, 0 so far"')
    expect(wordsOf(drawn)).toContain('0 lifted. Judged when it is sent')
  })

  it('says what waits, and that the network is gone', () => {
    expect(wordsOf(drawRoom(<Waiting me={1} looks={[look, { ...look, n: 2 }]} away onChange={nothing} />))).toContain(
      'No network. 2 looks waiting to be sent, kept on this device.',
    )
    expect(wordsOf(drawRoom(<Waiting me={1} looks={[]} away={false} onChange={nothing} />))).toContain('All is sent.')
    expect(wordsOf(drawRoom(<Waiting me={1} looks={[]} away onChange={nothing} />))).toContain('No network. Nothing waits.')
  })

  it('says whose looks wait, and why', () => {
    const bos = { ...look, by: { id: 2, name: 'Bo Lindqvist' } }
    const words = wordsOf(drawRoom(<Waiting me={1} looks={[bos, { ...look, n: 2, tries: 1 }]} away={false} onChange={nothing} />))
    expect(words).toContain('The server cannot take them just now. 1 look waiting')
    expect(words).toContain('1 look of Bo Lindqvist on this device, to be sent when Bo Lindqvist signs in.')
  })

  it('shows both sides of what could not be kept', () => {
    const refused = { ...look, refused: '9 were taken out here, but by the book only 2 still stand.' }
    const words = wordsOf(drawRoom(<Waiting me={1} looks={[refused]} away={false} onChange={nothing} />))
    expect(words).toContain('1 look could not be kept.')
    expect(words).toContain('rot , 9 taken out at 07:31')
    expect(words).toContain('by the book only 2 still stand')
    expect(words).toContain('Keep it without taking out')
    const plain = wordsOf(
      drawRoom(<Waiting me={1} looks={[{ ...refused, culled: undefined }]} away={false} onChange={nothing} />),
    )
    expect(plain).not.toContain('Keep it without taking out')
    expect(plain).toContain('Drop it')
  })

  it('has a word for everything that can be seen', () => {
    expect(new Set(Object.values(SEEN_WORDS)).size).toBe(9)
  })
})

describe('forms that open below what they change', () => {
  it('say for whom, also to who only hears it', () => {
    expect(wordsOf(drawRoom(<ChangeButton name="coir" isOpen={false} onToggle={nothing} />))).toBe('Change coir')
    expect(drawRoom(<ChangeButton name="coir" isOpen onToggle={nothing} />)).toContain('aria-expanded="true"')
    expect(wordsOf(drawRoom(<AddButton words="Add a pot" isOpen={false} onToggle={nothing} />))).toBe('Add a pot')
  })
})
