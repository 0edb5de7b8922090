// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { cleanup, render, screen, waitFor } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import type { ReactNode } from 'react'
import { type UseFormReturn, useForm } from 'react-hook-form'
import { MemoryRouter } from 'react-router'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { api, type Batch, type Schemas } from '../api/client'
import { BatchCourse, SheetCourse } from '../course/CourseView'
import { WeanForm, WeaningSteps } from '../course/Weaning'
import { CourseEditor } from '../crops/CourseEditor'
import type { TypedForm } from '../crops/SheetLists'
import { ChecksOfDay, WeaningOfDay } from '../mixing/DayRound'
import { WeekProvider } from '../shell/week'
import { session, tag, viewer, wordsOf } from './nursery'

type Days = Schemas['CourseStageDays']

const stage = (kind: Days['kind'], from: string, to: string, more: Partial<Days> = {}): Days => ({
  kind,
  number: 1,
  words: kind,
  what: null,
  stands: 'trays',
  days: [4, 4],
  ends: 'its days are over',
  place: null,
  jobs: [],
  from,
  to,
  time: 'ahead',
  step: null,
  ...more,
})
const course: Days[] = [
  stage('held', '2027-04-20', '2027-04-20', { words: 'collected and held' }),
  stage('mist', '2027-04-20', '2027-05-10', {
    words: 'under mist',
    jobs: [{ when: 'every', days: 1, what: 'look, take out what is dead' }],
  }),
  stage('weaning', '2027-05-10', '2027-05-14', { what: 'mist half as often', step: 'done' }),
  stage('weaning', '2027-05-14', '2027-05-18', { number: 2, what: 'mist only in sun', step: 'put_off' }),
  stage('growing', '2027-05-18', '2027-07-27', { words: 'potted, growing on', stands: 'pots' }),
  stage('ready', '2027-07-27', '2027-07-27', { words: 'ready' }),
]
const weaning = {
  step: 2,
  of: 2,
  what: 'mist only in sun',
  on: '2027-05-14',
  isPutOff: true,
  aWeekMore: '2027-05-21',
  goesTo: null,
}
const batch = { code: 'RAK-47', version: 5, rootedFrom: '2027-05-04', rootedBy: '2027-05-14', course, weaning } as Batch

function live(room: ReactNode, as = session) {
  render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      <MemoryRouter>
        <WeekProvider session={as}>{room}</WeekProvider>
      </MemoryRouter>
    </QueryClientProvider>,
  )
}

const answers = (...all: unknown[]) => {
  const sent = vi.spyOn(api, 'request')
  for (const one of all) sent.mockResolvedValueOnce(one as never)
  return sent
}
const told = { data: { ...batch, version: 6 }, response: new Response(null, { status: 200 }) }
const refused = (code: string, field: string, message: string) => ({
  error: { error: { code, field, message } },
  response: new Response(null, { status: code === 'changed_meanwhile' ? 409 : 422 }),
})

afterEach(() => {
  cleanup()
  vi.restoreAllMocks()
})

describe('the course of a batch', () => {
  it('is one line, which says each stage and its day, and where it stands today', () => {
    live(<BatchCourse batch={batch} today="2027-05-12" />)
    const line = screen.getByRole('img')
    expect(line.getAttribute('aria-label')).toBe(
      'The course of RAK-47: collected and held from 20 Apr, under mist from 20 Apr, weaning from 10 May, weaning from 14 May, potted, growing on from 18 May, ready from 27 Jul',
    )
    const widths = [...line.querySelectorAll('g > rect')].map((rect) => Number(rect.getAttribute('width')))
    expect(widths.reduce((sum, one) => sum + one, 0)).toBeCloseTo(660)
    expect(Math.min(...widths)).toBeGreaterThanOrEqual(26)
    const [, , first = 0, second = 0, growing = 0] = widths
    expect(first).toBeCloseTo(second)
    expect(growing).toBeGreaterThan(5 * first)
    const now = Number(/^M([\d.]+)/.exec([...line.querySelectorAll(':scope > path')].at(-1)?.getAttribute('d') ?? '')?.[1])
    const begun = widths.slice(0, 2).reduce((sum, one) => sum + one, 0)
    expect(now).toBeCloseTo(begun + first / 2)
  })

  it('says stage by stage what ends it and what is to be done', () => {
    live(<SheetCourse stages={course.map(({ from, to, time, step, ...sheet }) => sheet)} />)
    const said = wordsOf(document.body.innerHTML)
    expect(said).toContain('under mist 4 days every day: look, take out what is dead until its days are over')
    expect(said).toContain('weaning 2 4 days mist only in sun')
    expect(said).not.toContain('ready until')
  })
})

describe('the sheet of a day', () => {
  const look = (more: Partial<Schemas['DayLook']>): Schemas['DayLook'] => ({
    batch: 'RAK-47',
    line: 1,
    count: 168,
    due: '2027-05-10',
    daysLate: 2,
    why: 'mist half as often: step 1 of 2, lift a few first',
    step: 1,
    done: false,
    goesTo: null,
    tag,
    ...more,
  })

  it('has the steps of weaning, which are taken with a tick, on its day', async () => {
    const sent = answers(refused('upside_down', 'on', 'Day is before step 1.'), told)
    live(
      <WeaningOfDay
        number={1}
        day="2027-05-11"
        steps={[look({ goesTo: 'Weaning A' }), look({ batch: 'RAK-48', step: 2, done: true, daysLate: 0 })]}
      />,
    )
    expect(wordsOf(document.body.innerHTML)).toContain('2 days late · mist half as often: step 1 of 2, lift a few first')
    expect(wordsOf(document.body.innerHTML).split('Carry it to Weaning A')).toHaveLength(2)
    const [open, taken] = screen.getAllByRole<HTMLInputElement>('checkbox')
    if (!open || !taken) throw new Error('There are two steps.')
    expect([open.checked, taken.checked]).toEqual([false, true])
    await userEvent.click(open)
    expect((await screen.findByRole('alert')).textContent).toBe('Day is before step 1.')
    expect(open.checked).toBe(false)
    expect(sent.mock.calls[0]?.[2]).toMatchObject({ body: { version: tag.version, step: 1, as: 'done', on: '2027-05-11' } })
    await userEvent.click(taken)
    await waitFor(() => expect(sent).toHaveBeenCalledTimes(2))
    expect(sent.mock.calls[1]?.[2]).toMatchObject({ params: { path: { code: 'RAK-48' } }, body: { step: 2, as: 'planned' } })
    cleanup()
    live(<WeaningOfDay number={1} day="2027-05-13" steps={[look({})]} />)
    expect(screen.getByRole<HTMLInputElement>('checkbox').disabled).toBe(true)
  })

  it('has the checks that are due, late ones with how late', () => {
    live(
      <ChecksOfDay
        number={2}
        checks={[look({ line: 2, step: null, why: 'first look for roots' }), look({ batch: 'RAK-48', daysLate: 0 })]}
      />,
    )
    const said = wordsOf(document.body.innerHTML)
    expect(said).toContain(`, line 2, in ${tag.zone}`)
    expect(said).toContain('2 days late · first look for roots')
    expect(said.match(/days late/g)).toHaveLength(1)
  })
})

describe('a step of weaning', () => {
  it('is taken with one press, and can be taken back', async () => {
    const sent = answers(told)
    const done = vi.fn()
    live(<WeanForm batch={batch} onDone={done} />)
    expect(wordsOf(document.body.innerHTML)).toContain('Step 2 of 2: mist only in sun , put off to 14 May')
    await userEvent.click(screen.getByRole('button', { name: 'Done' }))
    await waitFor(() => expect(done).toHaveBeenCalledOnce())
    expect(sent.mock.calls[0]?.[2]).toMatchObject({
      params: { path: { code: 'RAK-47' } },
      body: { version: 5, step: 2, as: 'done', on: '2027-05-12' },
    })
  })

  it('is put off by a week, or to the day that is asked for', async () => {
    const sent = answers(told, told)
    live(<WeanForm batch={batch} />)
    await userEvent.click(screen.getByRole('button', { name: 'Put off a week' }))
    await waitFor(() => expect(sent).toHaveBeenCalledOnce())
    expect(sent.mock.calls[0]?.[2]).toMatchObject({ body: { as: 'put_off', on: '2027-05-21' } })
    const day = screen.getByLabelText('Day')
    await userEvent.clear(day)
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Done' }).disabled).toBe(true)
    await userEvent.type(day, '2027-05-15')
    await userEvent.click(screen.getByRole('button', { name: 'Put off to 15 May' }))
    await waitFor(() => expect(sent).toHaveBeenCalledTimes(2))
    expect(sent.mock.calls[1]?.[2]).toMatchObject({ body: { as: 'put_off', on: '2027-05-15' } })
  })

  it('says beside the day what is wrong with it, and tells of another who was first', async () => {
    answers(refused('in_future', 'on', 'Day has not come yet.'), refused('changed_meanwhile', '', 'Somebody changed it.'))
    live(<WeanForm batch={batch} />)
    await userEvent.click(screen.getByRole('button', { name: 'Done' }))
    expect((await screen.findByRole('alert')).textContent).toBe('Day has not come yet.')
    expect(screen.getByLabelText('Day').getAttribute('aria-invalid')).toBe('true')
    await userEvent.click(screen.getByRole('button', { name: 'Done' }))
    await waitFor(() => expect(screen.getByRole('alert').textContent).toContain('Somebody else changed it meanwhile'))
  })

  it('stands among the others, and is undone', async () => {
    const sent = answers(told)
    live(<WeaningSteps batch={batch} />)
    const said = wordsOf(document.body.innerHTML)
    expect(said).toContain('1. mist half as often , done 10 May')
    expect(said).toContain('2. mist only in sun , put off to 14 May')
    await userEvent.click(screen.getByRole('button', { name: 'Undo step 1' }))
    await waitFor(() => expect(sent).toHaveBeenCalledOnce())
    expect(sent.mock.calls[0]?.[2]).toMatchObject({ body: { version: 5, step: 1, as: 'planned' } })
    cleanup()
    live(<WeaningSteps batch={batch} />, viewer)
    expect(screen.queryAllByRole('button')).toEqual([])
    cleanup()
    live(<WeaningSteps batch={{ ...batch, course: course.filter(({ kind }) => kind !== 'weaning') }} />)
    expect(document.body.textContent).toBe('')
    cleanup()
    live(<WeanForm batch={{ ...batch, weaning: null }} />)
    expect(document.body.textContent).toBe('All its steps are taken.')
    cleanup()
    live(<WeanForm batch={{ ...batch, weaning: { ...weaning, step: 1, goesTo: 'Weaning A' } }} />)
    expect(wordsOf(document.body.innerHTML)).toContain('Carry it to Weaning A')
  })
})

describe('the course of a sheet, changed on its line', () => {
  let form: UseFormReturn<TypedForm>
  function Edited({ stages }: { stages: Schemas['CourseStage'][] }) {
    form = useForm<TypedForm>({
      defaultValues: {
        sheet: { potting_winter: 'as_cells', potting_direct: false, potting_growOnDays: '70', water_regime: 'mist' },
        windows: [],
        weaning: [
          { days: '4', what: 'mist half as often' },
          { days: '3', what: 'mist only in sun' },
        ],
      },
    })
    return (
      <>
        <CourseEditor stages={stages} form={form} />
        <input {...form.register('sheet.water_regime')} aria-label="Water" />
      </>
    )
  }
  const press = (name: string) => userEvent.click(screen.getByRole('button', { name }))
  const steps = () => form.getValues('weaning').map((one) => `${one.days} ${one.what}`)
  const withRest = [
    ...course.slice(0, 4),
    stage('rest', '2027-05-18', '2027-06-18', { words: 'rests the winter' }),
    ...course.slice(4),
  ]

  it('has steps of weaning that last longer, change places, are left out and put in', async () => {
    live(<Edited stages={course} />)
    await press('weaning 1')
    expect(screen.getByRole('button', { name: 'weaning 1' }).getAttribute('aria-pressed')).toBe('true')
    expect(wordsOf(document.body.innerHTML)).toContain('weaning 1, 4 days')
    await press('A day more')
    expect(steps()).toEqual(['5 mist half as often', '3 mist only in sun'])
    await press('Later')
    expect(steps()).toEqual(['3 mist only in sun', '5 mist half as often'])
    expect(screen.queryByRole('button', { name: 'Earlier' })).toBeNull()
    await press('Another after it')
    expect(steps()).toEqual(['3 mist only in sun', '5 ', '5 mist half as often'])
    for (let i = 0; i < 4; i++) await press('A day less')
    expect(steps()[0]).toBe('1 mist only in sun')
    await press('Leave it out')
    expect(steps()).toEqual(['5 ', '5 mist half as often'])
    await press('Put in a step of weaning')
    expect(steps()).toHaveLength(3)
  })

  it('is pressed by keys too, and leads to the fields of a stage', async () => {
    live(<Edited stages={course} />)
    screen.getByRole('button', { name: 'under mist' }).focus()
    await userEvent.keyboard('{Enter}')
    await press('Say more of it')
    expect(document.activeElement?.getAttribute('aria-label')).toBe('Water')
    screen.getByRole('button', { name: 'under mist' }).focus()
    await userEvent.keyboard('{ }')
    expect(screen.queryByRole('button', { name: 'Say more of it' })).toBeNull()
  })

  it('rests the winter or not, and is stuck straight into its pot or not', async () => {
    live(<Edited stages={withRest} />)
    expect(screen.queryByRole('button', { name: /Put in a winter/ })).toBeNull()
    await press('rests the winter')
    await press('Potted before winter, frost-free')
    expect(form.getValues('sheet.potting_winter')).toBe('frost_free')
    await press('potted, growing on')
    await press('A week more')
    expect(form.getValues('sheet.potting_growOnDays')).toBe('77')
    await press('Stuck straight into its pot')
    expect(form.getValues('sheet.potting_direct')).toBe(true)
    await press('Potted up after rooting')
    expect(form.getValues('sheet.potting_direct')).toBe(false)
    cleanup()
    live(<Edited stages={course} />)
    form.setValue('sheet.potting_winter', 'outside')
    await press('Put in a winter’s rest in its cells')
    expect(form.getValues('sheet.potting_winter')).toBe('as_cells')
  })
})
