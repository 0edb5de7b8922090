import { useFieldArray, useForm } from 'react-hook-form'
import { Link } from 'react-router'
import { put, Refusal, type Schemas, type Typed } from '../api/client'
import { queryClient, useChoices, useCrew } from '../api/queries'
import { useWrite } from '../api/writes'
import { Choose } from '../forms/Choose'
import { Field } from '../forms/Field'
import { useKept } from '../forms/kept'
import { numeric, showNumber } from '../forms/number'
import { FormRefusal, isMeeting, showRefusal } from '../forms/refusals'
import { Stepper } from '../forms/Stepper'
import { say } from '../shell/Said'
import { Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { NurseryRooms } from './NurseryRooms'

type Crew = Schemas['CrewPage']

const NORMS = [
  ['collectedAnHour', 'Collected in an hour', 20, 'cuttings'],
  ['stuckAnHour', 'Stuck in an hour', 10, 'cuttings, where nothing else is said'],
  ['weanedAnHour', 'Weaned in an hour', 5, 'trays moved and set up'],
  ['pottedAnHour', 'Potted in an hour', 10, 'plants, where nothing else is said'],
] as const

const typedOf = (crew: Crew, people: Schemas['Person'][]) => ({
  hands: people
    .filter((person) => person.endedOn === null)
    .map(({ id, name }) => {
      const hours = crew.crew.hands.find((hand) => hand.person === id)?.hours
      return { person: id, name, hours: hours === undefined ? '' : showNumber(hours) }
    }),
  away: crew.crew.away.map(({ who, from, to, why }) => ({ who: String(who ?? ''), from, to, why: why ?? '' })),
  norms: Object.fromEntries(NORMS.map(([name]) => [name, String(crew.norms[name])])) as Record<(typeof NORMS)[number][0], string>,
  stuckBy: Object.entries(crew.norms.stuckBy).map(([what, many]) => ({ what, many: String(many) })),
  pottedBy: Object.entries(crew.norms.pottedBy).map(([what, many]) => ({ what, many: String(many) })),
  hourCost: showNumber(crew.hourCost),
  trayWeekCost: showNumber(crew.trayWeekCost),
})
type Entered = ReturnType<typeof typedOf>

const hasHours = ({ hours }: Entered['hands'][number]) => hours.trim() !== ''

function bodyOf(typed: Entered, version: number): Typed<'put', '/api/crew'> {
  const each = (rows: Entered['stuckBy']) =>
    Object.fromEntries(rows.filter(({ what }) => what !== '').map(({ what, many }) => [what, numeric(many)]))
  return {
    version,
    crew: {
      // Who has no hours here is no hand.
      hands: typed.hands.filter(hasHours).map(({ person, hours }) => ({ person, hours: numeric(hours) })),
      away: typed.away.map(({ who, from, to, why }) => ({
        ...(who === '' ? {} : { who: Number(who) }),
        from,
        to,
        ...(why === '' ? {} : { why }),
      })),
    },
    norms: {
      ...(Object.fromEntries(NORMS.map(([name]) => [name, numeric(typed.norms[name])])) as Record<
        (typeof NORMS)[number][0],
        number | string
      >),
      stuckBy: each(typed.stuckBy),
      pottedBy: each(typed.pottedBy),
    },
    hourCost: numeric(typed.hourCost),
    trayWeekCost: numeric(typed.trayWeekCost),
  }
}

/** Who works here for how long, who is away, and how much one pair of hands does in an hour. */
function Hands({ crew, choices, mayPlan }: { crew: Crew; choices: Schemas['Choices']; mayPlan: boolean }) {
  const { session } = useShown()
  const form = useForm<Entered>({ defaultValues: typedOf(crew, choices.people) })
  const kept = useKept(form, 'hands')
  const hands = useFieldArray({ control: form.control, name: 'hands' })
  const away = useFieldArray({ control: form.control, name: 'away' })
  const stuckBy = useFieldArray({ control: form.control, name: 'stuckBy' })
  const pottedBy = useFieldArray({ control: form.control, name: 'pottedBy' })
  const write = useWrite(
    (body: Typed<'put', '/api/crew'>) => put('/api/crew', body),
    () => {
      // The nursery's settings are of the same row: they must know its new version.
      queryClient.invalidateQueries({ queryKey: ['session'] })
      say('Kept.')
    },
  )
  const send = (version: number) =>
    form.handleSubmit((typed) =>
      write.mutateAsync(bodyOf(typed, version)).catch((refusal) => {
        if (!(refusal instanceof Refusal) || isMeeting(refusal)) return
        const names = ['hands', 'away'].flatMap((list) =>
          Array.from({ length: 100 }, (_, i) =>
            ['person', 'hours', 'who', 'from', 'to', 'why'].map((field) => `${list}.${i}.${field}`),
          ).flat(),
        )
        showRefusal(form, new Refusal(refusal.code, refusal.field.replace(/^crew\./, ''), refusal.message), [
          ...names,
          ...NORMS.map(([name]) => `norms.${name}`),
          'hourCost',
          'trayWeekCost',
        ])
      }),
    )()
  const { errors } = form.formState
  const row = 'grid grid-cols-2 items-end gap-3 sm:grid-cols-[1fr_1fr_1fr_1fr_auto]'
  const gone = (what: string, remove: () => void) =>
    mayPlan && (
      <button type="button" className="act w-fit" aria-label={`Take ${what} out`} onClick={remove}>
        ✕
      </button>
    )
  return (
    <form
      noValidate
      aria-label="Hands"
      className="grid gap-5"
      onSubmit={(event) => {
        event.preventDefault()
        send(crew.version)
      }}
    >
      {kept}
      <fieldset disabled={!mayPlan} className="contents">
        <div className="grid gap-2">
          <h3 className="font-semibold">Hours a week here</h3>
          {!form.watch('hands').some(hasHours) && <p className="soft">No hours yet. Without them no week is too full.</p>}
          <div className="grid grid-cols-2 gap-3 sm:grid-cols-3 lg:grid-cols-5">
            {hands.fields.map((field, i) => (
              <Field key={field.id} label={field.name} error={errors.hands?.[i]?.hours ?? errors.hands?.[i]?.person}>
                {(ids) => <input {...ids} {...form.register(`hands.${i}.hours`)} inputMode="decimal" className="field-text" />}
              </Field>
            ))}
          </div>
          {mayPlan && (
            <p>
              Somebody else lends a hand? Add them among the{' '}
              <Link className="word" to="/nursery/people">
                people
              </Link>
              ; whoever is left empty here is no hand.
            </p>
          )}
        </div>
        <div className="grid gap-2">
          <h3 className="font-semibold">Away</h3>
          {away.fields.map((field, i) => (
            <div key={field.id} className={row}>
              <Field label="Who" error={errors.away?.[i]?.who}>
                {(ids) => (
                  <Choose
                    {...ids}
                    {...form.register(`away.${i}.who`)}
                    value={String(form.watch(`away.${i}.who`) ?? '')}
                    className="field-text"
                  >
                    <option value="">all: closed</option>
                    {form.watch('hands').map(({ person, name }) => (
                      <option key={person} value={person}>
                        {name}
                      </option>
                    ))}
                  </Choose>
                )}
              </Field>
              <Field label="From" error={errors.away?.[i]?.from}>
                {(ids) => <input {...ids} type="date" {...form.register(`away.${i}.from`)} className="field-text" />}
              </Field>
              <Field label="To" error={errors.away?.[i]?.to}>
                {(ids) => <input {...ids} type="date" {...form.register(`away.${i}.to`)} className="field-text" />}
              </Field>
              <Field label="Why" error={errors.away?.[i]?.why}>
                {(ids) => <input {...ids} {...form.register(`away.${i}.why`)} className="field-text" />}
              </Field>
              {gone(`absence ${i + 1}`, () => away.remove(i))}
            </div>
          ))}
          {mayPlan && (
            <div>
              <button
                type="button"
                className="act"
                onClick={() => away.append({ who: '', from: session.today, to: session.today, why: '' })}
              >
                Another absence
              </button>
            </div>
          )}
        </div>
        <div className="grid gap-4 sm:grid-cols-2 lg:grid-cols-4">
          {NORMS.map(([name, label, step, hint]) => (
            <Stepper key={name} control={form.control} name={`norms.${name}`} label={label} step={step} hint={hint} />
          ))}
        </div>
        {(
          [
            ['Stuck in an hour, by way of cutting', stuckBy, 'stuckBy', choices.methods.map(({ method }) => method)],
            ['Potted in an hour, by pot', pottedBy, 'pottedBy', choices.pots.map(({ name }) => name)],
          ] as const
        ).map(([title, list, name, from]) => (
          <div key={name} className="grid gap-2">
            <h3 className="font-semibold">{title}</h3>
            {list.fields.map((field, i) => (
              <div key={field.id} className={row}>
                <Field label="Which">
                  {(ids) => (
                    <Choose
                      {...ids}
                      {...form.register(`${name}.${i}.what`)}
                      value={String(form.watch(`${name}.${i}.what`) ?? '')}
                      className="field-text"
                    >
                      <option value="">Choose one</option>
                      {[...new Set([...from, ...(field.what ? [field.what] : [])])].map((one) => (
                        <option key={one}>{one}</option>
                      ))}
                    </Choose>
                  )}
                </Field>
                <Field label="In an hour">
                  {(ids) => <input {...ids} {...form.register(`${name}.${i}.many`)} inputMode="numeric" className="field-text" />}
                </Field>
                {gone(`${title.toLowerCase()} ${i + 1}`, () => list.remove(i))}
              </div>
            ))}
            {mayPlan && (
              <div>
                <button type="button" className="act" onClick={() => list.append({ what: '', many: '' })}>
                  Another
                </button>
              </div>
            )}
          </div>
        ))}
        <div className="grid gap-4 sm:grid-cols-2 lg:grid-cols-4">
          <Field label="An hour costs" error={errors.hourCost} hint={session.nursery?.currency}>
            {(ids) => <input {...ids} {...form.register('hourCost')} inputMode="decimal" className="field-text" />}
          </Field>
          <Field label="A warm tray-week costs" error={errors.trayWeekCost} hint={session.nursery?.currency}>
            {(ids) => <input {...ids} {...form.register('trayWeekCost')} inputMode="decimal" className="field-text" />}
          </Field>
        </div>
      </fieldset>
      <FormRefusal form={form} />
      {isMeeting(write.error) && (
        <div role="alert" className="sheet p-4 border-plum">
          <p className="refusal mb-2">{write.error.message}</p>
          <div className="flex flex-wrap gap-2">
            <button type="button" className="act-main" onClick={() => send(Number(write.error?.theirs?.version))}>
              Keep mine
            </button>
            <button
              type="button"
              className="act"
              onClick={() => {
                form.reset(typedOf(write.error?.theirs as unknown as Crew, choices.people))
                write.reset()
              }}
            >
              Take what it says now
            </button>
          </div>
        </div>
      )}
      {mayPlan && (
        <div>
          <button type="submit" className="act-main" disabled={write.isPending}>
            Keep the hands
          </button>
        </div>
      )}
    </form>
  )
}

/** The hands' own room. */
export function CrewForm() {
  const { mayPlan } = useShown()
  const read = useCrew()
  const choicesRead = useChoices()
  const { data } = read
  const { data: choices } = choicesRead
  if (!data || !choices) return <Unread of={data ? choicesRead : read} title="Hands" rooms={<NurseryRooms />} />
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-x-4 gap-y-1">
        <h1>Hands</h1>
        <NurseryRooms />
      </div>
      <Hands key={`${data.version} ${choices.people.length}`} crew={data} choices={choices} mayPlan={mayPlan} />
    </>
  )
}
