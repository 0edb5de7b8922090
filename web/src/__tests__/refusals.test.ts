import type { UseFormReturn } from 'react-hook-form'
import { describe, expect, it, vi } from 'vitest'
import { answer, Refusal } from '../api/client'
import { isMeeting, showRefusal } from '../forms/refusals'

const response = (status: number) => new Response(null, { status })

function shown(field: string, names: string[]) {
  const setError = vi.fn()
  showRefusal({ setError } as unknown as UseFormReturn<Record<string, string>>, new Refusal('x', field, 'No.'), names)
  return setError.mock.calls[0]?.[0]
}

describe('a refusal', () => {
  it('stands beside the field it names', () => {
    expect(shown('stuck', ['on', 'stuck'])).toBe('stuck')
    expect(shown('stages.callus', ['on', 'stages.callus'])).toBe('stages.callus')
    expect(shown('lost.rot', ['on', 'lost.rot', 'lost.pest'])).toBe('lost.rot')
  })

  it('stands at the foot of the form where no such field is', () => {
    expect(shown('act', ['on', 'stuck'])).toBe('root')
    expect(shown('', ['on', 'stuck'])).toBe('root')
  })
})

describe('an answer', () => {
  it('is handed on', async () => {
    expect(await answer(Promise.resolve({ data: { a: 1 }, response: response(200) }))).toEqual({ a: 1 })
  })

  it('that refuses is thrown with its field', async () => {
    const error = { error: { code: 'negative', field: 'plants', message: 'plants cannot be negative.' } }
    await expect(answer(Promise.resolve({ error, response: response(422) }))).rejects.toMatchObject({
      code: 'negative',
      field: 'plants',
      message: 'plants cannot be negative.',
    })
  })

  it('that never came says that what was typed is there', async () => {
    const lost = answer(Promise.reject(new TypeError('Failed to fetch')))
    await expect(lost).rejects.toMatchObject({ code: 'offline' })
    await expect(lost).rejects.toThrow('What you typed is still here')
  })

  it('of no known shape is told by its number', async () => {
    await expect(answer(Promise.resolve({ error: '<html>', response: response(502) }))).rejects.toThrow('502')
  })
})

describe('two people at one thing', () => {
  it('meet only when the server says what it holds now', () => {
    expect(isMeeting(new Refusal('changed_meanwhile', 'version', 'Changed.', { plants: 3 }))).toBe(true)
    expect(isMeeting(new Refusal('changed_meanwhile', 'version', 'Changed.'))).toBe(false)
    expect(isMeeting(new Refusal('negative', 'plants', 'No.', { plants: 3 }))).toBe(false)
    expect(isMeeting(null)).toBe(false)
  })
})
