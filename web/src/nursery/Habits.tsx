import { useState } from 'react'
import { flushSync } from 'react-dom'
import { useForm } from 'react-hook-form'
import { answer, api, type Nursery, Refusal, type Schemas } from '../api/client'
import { queryClient, useHabits } from '../api/queries'
import { useWrite } from '../api/writes'
import { Field } from '../forms/Field'
import { useKept } from '../forms/kept'
import { numeric, showNumber } from '../forms/number'
import { FormRefusal, isMeeting, Meeting, showRefusal } from '../forms/refusals'
import { say } from '../shell/Said'
import { Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { plural, unitOf } from '../words'
import { NurseryRooms } from './NurseryRooms'

type Habits = Schemas['HouseDefaults']
type Habit = Habits['topics'][number]['defaults'][number]
type Unit = Habit['unit']

const UNIT_WORDS: Partial<Record<Unit, string>> = {
  days: 'days',
  weeks: 'weeks',
  minutes: 'minutes',
  share: '%',
  times: 'times',
  centimetres: 'cm',
  grams: 'g',
  millilitres_a_cm: 'ml a cm',
  grams_a_cm: 'g a cm',
}

const plain = (value: number) => showNumber(Number(value.toFixed(4)))

/** How a habit is shown and read in the nursery's own units; it is kept in the unit of the core. */
function entryOf(unit: Unit, nursery: Nursery | null, currency: string) {
  const warm = nursery?.temperature === 'fahrenheit'
  if (unit === 'share') return { word: '%', show: (v: number) => plain(100 * v), read: (v: number) => v / 100 }
  if (unit === 'degrees')
    return {
      word: warm ? '°F' : '°C',
      show: (v: number) => plain(warm ? v * 1.8 : v),
      read: (v: number) => (warm ? v / 1.8 : v),
    }
  if (unit === 'celsius' || unit === 'litres') {
    const measure = unitOf(unit === 'celsius' ? 'heat' : 'litres', nursery)
    return {
      word: measure.word.replace(', ', ''),
      show: (v: number) => measure.show(String(Number(v.toFixed(4)))),
      read: measure.read,
    }
  }
  return { word: unit === 'money' ? currency : (UNIT_WORDS[unit] ?? ''), show: plain, read: (v: number) => v }
}

const clock = (minutes: number) => new Date(60_000 * minutes).toISOString().slice(11, 16)
const minutesOf = (typed: string) => Number(typed.slice(0, 2)) * 60 + Number(typed.slice(3, 5))

/** One habit: its number, what is usual, and why. */
function HabitField({
  habit,
  currency,
  form,
}: {
  habit: Habit
  currency: string
  form: ReturnType<typeof useForm<Record<string, string>>>
}) {
  const { nursery } = useShown().session
  const { word, show } = entryOf(habit.unit, nursery, currency)
  const name = habit.name
  const isTime = habit.unit === 'time_of_day'
  const usual = isTime ? clock(habit.usual) : show(habit.usual)
  const own = form.watch(name) !== usual
  return (
    <Field
      label={`${habit.label}${word === '' ? '' : `, ${word}`}`}
      error={form.formState.errors[name]}
      hint={
        <>
          {habit.reason} <span className={`whitespace-nowrap ${own ? 'font-semibold' : ''}`}>Usual: {usual}</span>
        </>
      }
    >
      {(ids) => (
        <input
          {...ids}
          {...form.register(name)}
          type={isTime ? 'time' : 'text'}
          inputMode={isTime ? undefined : 'decimal'}
          autoComplete="off"
          className="field-text"
        />
      )}
    </Field>
  )
}

function HabitsForm({ habits, mayPlan }: { habits: Habits; mayPlan: boolean }) {
  const { nursery } = useShown().session
  const [topic, setTopic] = useState<string>(habits.topics[0]?.topic ?? '')
  const [sought, setSought] = useState('')
  const all = habits.topics.flatMap(({ defaults }) => defaults)
  const shownAs = (habit: Habit, value: number) =>
    habit.unit === 'time_of_day' ? clock(value) : entryOf(habit.unit, nursery, habits.currency).show(value)
  const form = useForm<Record<string, string>>({
    defaultValues: Object.fromEntries(all.map((habit) => [habit.name, shownAs(habit, habit.value)])),
  })
  const kept = useKept(form, 'habits')
  const write = useWrite(
    (body: { version: number; defaults: Record<string, number> }) => answer(api.PUT('/api/house-defaults', { body })),
    () => {
      // The settings and the hands are of the same row: they must know its new version.
      queryClient.invalidateQueries({ queryKey: ['session'] })
      say('Kept. Days that rest on it are reckoned anew.')
    },
  )
  /** What was not touched is sent as exactly as it is kept; what is empty goes back to the usual. */
  const bodyOf = (typed: Record<string, string>) => {
    const defaults: Record<string, number> = {}
    for (const habit of all) {
      const now = (typed[habit.name] ?? '').trim()
      if (now === '') continue
      if (now === shownAs(habit, habit.value)) defaults[habit.name] = habit.value
      else if (habit.unit === 'time_of_day') defaults[habit.name] = minutesOf(now)
      else {
        const value = numeric(now)
        // A word where a number belongs goes as it is: the server says so beside its field.
        defaults[habit.name] =
          typeof value === 'number' ? entryOf(habit.unit, nursery, habits.currency).read(value) : (value as unknown as number)
      }
    }
    return defaults
  }
  const save = (version: number) =>
    form.handleSubmit((typed) =>
      write.mutateAsync({ version, defaults: bodyOf(typed) }).catch((refusal) => {
        if (!(refusal instanceof Refusal) || isMeeting(refusal)) return
        const field = refusal.field.replace(/^defaults\./, '')
        const there = habits.topics.find(({ defaults }) => defaults.some((habit) => habit.name === field))
        // The field must be there before it can be gone to.
        if (there)
          flushSync(() => {
            setTopic(there.topic)
            setSought('')
          })
        showRefusal(
          form,
          new Refusal(refusal.code, field, refusal.message),
          all.map(({ name }) => name),
        )
      }),
    )()
  const like = sought.trim().toLowerCase()
  const shown =
    like === ''
      ? (habits.topics.find((one) => one.topic === topic)?.defaults ?? [])
      : all.filter(({ label, reason }) => `${label} ${reason}`.toLowerCase().includes(like))
  const own = all.filter(({ value, usual }) => value !== usual).length
  const theirs = isMeeting(write.error) ? (write.error.theirs as unknown as Habits) : undefined
  return (
    <form
      noValidate
      aria-label="Habits of the house"
      className="grid gap-4"
      onSubmit={(event) => {
        event.preventDefault()
        save(habits.version)
      }}
    >
      {kept}
      <div className="grid max-w-2xl gap-4 sm:grid-cols-2">
        <Field label="About">
          {(ids) => (
            <select
              {...ids}
              className="field-text"
              value={topic}
              onChange={(event) => {
                setTopic(event.target.value)
                setSought('')
              }}
            >
              {habits.topics.map((one) => (
                <option key={one.topic} value={one.topic}>
                  {one.label}
                </option>
              ))}
            </select>
          )}
        </Field>
        <Field label="Find a habit">
          {(ids) => (
            <input
              {...ids}
              type="search"
              value={sought}
              onChange={(event) => setSought(event.target.value)}
              className="field-text"
            />
          )}
        </Field>
      </div>
      <fieldset disabled={!mayPlan} className="contents">
        <div className="grid gap-x-6 gap-y-4 sm:grid-cols-2 lg:grid-cols-3">
          {shown.map((habit) => (
            <HabitField key={habit.name} habit={habit} currency={habits.currency} form={form} />
          ))}
        </div>
      </fieldset>
      {shown.length === 0 && <p className="soft">No habit speaks of “{sought}”.</p>}
      <FormRefusal form={form} />
      {theirs && isMeeting(write.error) && (
        <Meeting
          refusal={
            new Refusal(
              write.error.code,
              write.error.field,
              write.error.message,
              Object.fromEntries(
                theirs.topics.flatMap(({ defaults }) => defaults.map((habit) => [habit.name, shownAs(habit, habit.value)])),
              ),
            )
          }
          mine={form.getValues()}
          words={Object.fromEntries(all.map(({ name, label }) => [name, label]))}
          onMine={() => save(theirs.version)}
          onTheirs={() => {
            write.reset()
            queryClient.setQueryData(['house-defaults'], theirs)
          }}
        />
      )}
      <div className="flex flex-wrap items-center gap-3">
        {mayPlan && (
          <button type="submit" className="act-main" disabled={write.isPending}>
            Keep
          </button>
        )}
        <p className="soft">
          {own === 0 ? 'All are as usual.' : `${plural(own, 'habit')} of your own.`} Left empty, one goes back to the usual.
        </p>
      </div>
    </form>
  )
}

/** The trade's usual numbers, each with its unit and why, and this house's own. */
export function Habits() {
  const { mayPlan } = useShown()
  const read = useHabits()
  const { data } = read
  if (!data) return <Unread of={read} title="Habits of the house" rooms={<NurseryRooms />} />
  return (
    <div className="grid gap-4">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <h1>Habits of the house</h1>
        <NurseryRooms />
      </div>
      <p className="soft max-w-3xl">
        Numbers that are habit and not law. What a crop sheet, a zone, a block or a label says comes before them.
      </p>
      {data && <HabitsForm key={data.version} habits={data} mayPlan={mayPlan} />}
    </div>
  )
}
