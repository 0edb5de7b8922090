// @vitest-environment happy-dom
import { readFileSync } from 'node:fs'
import { cleanup, render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { useForm } from 'react-hook-form'
import { afterEach, describe, expect, it } from 'vitest'
import { Choose } from '../forms/Choose'
import { Field } from '../forms/Field'
import { clearly, numeric, readNumber, type Signs, showNumber, signsOf, writeNumbersAs } from '../forms/number'
import { mondaysOf, readWeek } from '../forms/week'

type Case = { typed: string } & Record<Signs, number[]>
const CASES: Case[] = JSON.parse(readFileSync('../server/contract/typed/numbers.json', 'utf8'))
const SIGNS: Signs[] = ['1,200.5', '1.200,5', '1 200,5', '1 200.5', "1'200.5"]

afterEach(() => {
  cleanup()
  writeNumbersAs(undefined)
})

describe('what is typed as a number', () => {
  it.each(CASES.flatMap((one) => SIGNS.map((signs) => [one.typed, signs, one[signs]] as const)))(
    '%j, where it is written %s, is %j',
    (typed, signs, readings) => {
      expect(readNumber(typed, signs)).toEqual(readings)
    },
  )

  it.each(['', '  ', 'many', '1e3', '1.2.3', 'Infinity', '1.000'])('%j goes to the server as it was typed', (typed) => {
    expect(numeric(typed)).toBe(typed)
  })

  it.each(SIGNS)('what is shown where it is written %s is read as the same again', (signs) => {
    writeNumbersAs(signs)
    for (const value of [0, 7, 1000, 0.125, 1.5, 1.234, 12.75, 123.456, 1234.5, -3, 1234567]) {
      expect(numeric(showNumber(value))).toBe(value)
      expect(numeric(clearly(value))).toBe(value)
    }
  })

  it.each([
    ['en-GB', '1,200.5'],
    ['de-DE', '1.200,5'],
    ['fr-FR', '1 200,5'],
    ['de-CH', "1'200.5"],
  ])('a browser of %s writes %s', (locale, signs) => {
    expect(signsOf(locale)).toBe(signs)
  })
})

function Plants({ also, kept }: { also?: (value: number) => string; kept?: (typed: string) => void }) {
  const form = useForm({ defaultValues: { plants: '' } })
  const error = { type: 'x', message: 'Plants wanted must be at least 1.', types: { label: 'Plants wanted' } }
  return (
    <form onSubmit={form.handleSubmit(({ plants }) => kept?.(plants))}>
      <Field label="Good plants" also={also} error={kept ? undefined : error}>
        {(ids) => <input {...ids} {...form.register('plants')} inputMode="numeric" />}
      </Field>
    </form>
  )
}

describe('a number\u2019s field', () => {
  it('says how it was understood where that is not plain', async () => {
    render(<Plants kept={() => {}} />)
    const field = screen.getByLabelText('Good plants')
    await userEvent.type(field, '1,000')
    expect(screen.getByText('read as 1 000')).toBeTruthy()
    await userEvent.clear(field)
    await userEvent.type(field, '12.5')
    expect(screen.queryByText(/read as/)).toBeNull()
  })

  it('asks which of two readings is meant, and takes the one that is pressed', async () => {
    let kept = ''
    render(
      <Plants
        kept={(typed) => {
          kept = typed
        }}
      />,
    )
    const field = screen.getByLabelText('Good plants')
    await userEvent.type(field, '1.000')
    expect(screen.getByRole('button', { name: '1' })).toBeTruthy()
    await userEvent.click(screen.getByRole('button', { name: /^1\s000$/ }))
    expect((field as HTMLInputElement).value).toBe('1000')
    expect(screen.queryByRole('button')).toBeNull()
    await userEvent.type(field, '{Enter}')
    expect(kept).toBe('1000')
  })

  it('says it in another measure', async () => {
    render(<Plants kept={() => {}} also={(ppm) => `${clearly(ppm)} ppm = ${clearly(ppm / 10_000)} %`} />)
    await userEvent.type(screen.getByLabelText('Good plants'), '10,000')
    expect(screen.getByText('read as 10 000: 10 000 ppm = 1 %')).toBeTruthy()
  })

  it('is named in a refusal as it is on the form', () => {
    render(<Plants />)
    expect(screen.getByRole('alert').textContent).toBe('Good plants must be at least 1.')
  })
})

describe('one of several', () => {
  const select = (value: string, options: string[]) => (
    <Choose aria-label="Priority" value={value} onChange={() => {}}>
      {options.map((one) => (
        <option key={one}>{one}</option>
      ))}
    </Choose>
  )

  it('shows what is sent, also where the choices come later', () => {
    const { rerender } = render(select('should', []))
    const field = screen.getByLabelText<HTMLSelectElement>('Priority')
    expect([field.value, field.selectedOptions[0]?.textContent]).toEqual(['should', 'Choose one'])
    rerender(select('should', ['must', 'should', 'nice']))
    expect([field.value, field.selectedOptions[0]?.textContent]).toEqual(['should', 'should'])
    expect(screen.queryByText('Choose one')).toBeNull()
  })
})

describe('what is typed as a week', () => {
  const weeks: { typed: string; now: string; weeks: string[] }[] = JSON.parse(
    readFileSync('../server/contract/typed/weeks.json', 'utf8'),
  )

  it.each(weeks.map((one) => [one.typed, one.now, one.weeks] as const))('%j in %s is %j', (typed, now, meant) => {
    expect(readWeek(typed, now)).toEqual(meant)
  })

  it.each([
    [2026, 53, '2026-12-28'],
    [2027, 52, '2027-12-27'],
  ])('%d has %d weeks', (year, many, last) => {
    expect(mondaysOf(year)).toHaveLength(many)
    expect(mondaysOf(year).at(-1)?.monday).toBe(last)
  })
})
