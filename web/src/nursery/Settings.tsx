import { useForm } from 'react-hook-form'
import { type Nursery, put, Refusal, type Session, type Typed } from '../api/client'
import { queryClient } from '../api/queries'
import { useWrite } from '../api/writes'
import { Choose } from '../forms/Choose'
import { Field, Understood } from '../forms/Field'
import { useKept } from '../forms/kept'
import { numeric, showNumber } from '../forms/number'
import { FormRefusal, isMeeting, Meeting, showRefusal } from '../forms/refusals'
import { Stepper } from '../forms/Stepper'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { CLIMATE_WORDS, SIGNS_WORDS, timeZones, unitOf } from '../words'
import { Customers } from './Customers'
import { NurseryRooms } from './NurseryRooms'

const SELECTS: [keyof Nursery, string, [string, string][]][] = [
  [
    'units',
    'Units',
    [
      ['metric', 'metric'],
      ['us', 'US'],
    ],
  ],
  [
    'temperature',
    'Temperature',
    [
      ['celsius', '°C'],
      ['fahrenheit', '°F'],
    ],
  ],
  [
    'weeks',
    'Weeks',
    [
      ['numbers', 'by number'],
      ['dates', 'by date'],
    ],
  ],
  [
    'hemisphere',
    'Half of the world',
    [
      ['north', 'northern'],
      ['south', 'southern'],
    ],
  ],
  ['climate', 'Climate', Object.entries(CLIMATE_WORDS)],
  ['numbers', 'Numbers', SIGNS_WORDS],
  ['timeZone', 'Time zone', timeZones().map((zone) => [zone, zone])],
  [
    'windowBy',
    'Windows of material move by',
    [
      ['weeks', 'the weeks set here'],
      ['degree_days', "this site's degree-days"],
    ],
  ],
]
const MONTHS = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
]
const WORDS = {
  name: 'Name',
  windowWeeks: 'Weeks later than the reference',
  inspectionDays: 'An inspection is old after, days',
  sessionIdleHours: 'Signed out when unused for, hours',
  sessionDays: 'Signed out at the latest after, days',
  sharedMinutes: 'On a shared device, when unused for, minutes',
  currency: 'Currency',
  registration: 'Plant health registration',
  country: 'Country of origin',
  air: 'Monthly mean air',
  ...Object.fromEntries(SELECTS.map(([name, words]) => [name, words])),
}

const tenth = (value: number) => showNumber(Math.round(10 * value) / 10)

function typedOf(nursery: Nursery) {
  return {
    ...nursery,
    registration: nursery.registration ?? '',
    country: nursery.country ?? '',
    windowWeeks: String(nursery.windowWeeks),
    inspectionDays: String(nursery.inspectionDays),
    sessionIdleHours: String(nursery.sessionIdleHours),
    sessionDays: String(nursery.sessionDays),
    sharedMinutes: String(nursery.sharedMinutes),
    air: nursery.air.map((mean) => (nursery.temperature === 'fahrenheit' ? tenth(mean * 1.8 + 32) : tenth(mean))),
  }
}

/** As it is kept: °C whatever was typed, each mean that was not touched as exact as it was. */
function bodyOf(typed: ReturnType<typeof typedOf>, began: Nursery): Typed<'put', '/api/nursery'> {
  const was = typedOf(began)
  return {
    ...typed,
    windowWeeks: numeric(typed.windowWeeks),
    inspectionDays: numeric(typed.inspectionDays),
    sessionIdleHours: numeric(typed.sessionIdleHours),
    sessionDays: numeric(typed.sessionDays),
    sharedMinutes: numeric(typed.sharedMinutes),
    air: typed.air.map((mean, i) => {
      const value = mean.trim() === '' ? mean : numeric(mean)
      return mean === was.air[i] ? (began.air[i] ?? mean) : typeof value === 'number' ? unitOf('heat', began).read(value) : value
    }),
  }
}

function NurseryForm({ nursery, mayPlan }: { nursery: Nursery; mayPlan: boolean }) {
  const form = useForm({
    defaultValues: typedOf(nursery),
  })
  const kept = useKept(form, 'settings')
  const write = useWrite(
    (body: Typed<'put', '/api/nursery'>) => put('/api/nursery', body),
    (saved) => {
      form.setValue('version', saved.version)
      // What was kept is shown at once, whatever answer about the session is still on its way.
      queryClient.cancelQueries({ queryKey: ['session'] })
      queryClient.setQueryData<Session>(['session'], (now) => now && { ...now, nursery: saved })
      queryClient.invalidateQueries({ queryKey: ['session'] })
      say('Kept.')
    },
  )
  const save = form.handleSubmit((typed) =>
    write
      .mutateAsync(bodyOf(typed, nursery))
      .catch(
        (refusal) =>
          refusal instanceof Refusal &&
          !isMeeting(refusal) &&
          showRefusal(form, refusal, [...Object.keys(WORDS), ...MONTHS.map((_, i) => `air.${i}`)]),
      ),
  )
  const theirs = isMeeting(write.error) ? write.error.theirs : undefined
  return (
    <form onSubmit={save} noValidate aria-label="The nursery" className="grid gap-4 sm:grid-cols-2 lg:grid-cols-4">
      {kept}
      <fieldset disabled={!mayPlan} className="contents">
        <div className="sm:col-span-2">
          <Field label="Name" error={form.formState.errors.name}>
            {(ids) => <input {...ids} {...form.register('name')} className="field-text" />}
          </Field>
        </div>
        {SELECTS.map(([name, label, choices]) => (
          <Field key={name} label={label} error={form.formState.errors[name as 'units']}>
            {(ids) => (
              <Choose
                {...ids}
                {...form.register(name as 'units')}
                value={String(form.watch(name as 'units') ?? '')}
                className="field-text"
              >
                {choices.map(([value, words]) => (
                  <option key={value} value={value}>
                    {words}
                  </option>
                ))}
              </Choose>
            )}
          </Field>
        ))}
        <Field
          label={WORDS.windowWeeks}
          error={form.formState.errors.windowWeeks}
          hint="minus: earlier; half a year for the south is added by itself"
        >
          {(ids) => <input {...ids} {...form.register('windowWeeks')} inputMode="numeric" className="field-text" />}
        </Field>
        <Stepper control={form.control} name="inspectionDays" label={WORDS.inspectionDays} step={5} />
        <Field label={WORDS.currency} error={form.formState.errors.currency}>
          {(ids) => <input {...ids} {...form.register('currency')} className="field-text" />}
        </Field>
        <Field
          label={WORDS.registration}
          hint="the number that the authority gave you, for passports and notes"
          error={form.formState.errors.registration}
        >
          {(ids) => <input {...ids} {...form.register('registration')} className="field-text" />}
        </Field>
        <Field label={WORDS.country} hint="two letters, such as IE" error={form.formState.errors.country}>
          {(ids) => <input {...ids} {...form.register('country')} className="field-text" maxLength={2} />}
        </Field>
        <Stepper control={form.control} name="sessionIdleHours" label={WORDS.sessionIdleHours} step={1} />
        <Stepper control={form.control} name="sessionDays" label={WORDS.sessionDays} step={1} />
        <Stepper control={form.control} name="sharedMinutes" label={WORDS.sharedMinutes} step={5} />
        <fieldset className="sm:col-span-full">
          <legend className="mb-1 text-sm font-semibold">
            Air of an ordinary year here, monthly means{unitOf('heat', nursery).word}
          </legend>
          <div className="grid grid-cols-4 gap-2 sm:grid-cols-6 lg:grid-cols-12">
            {MONTHS.map((month, i) => (
              <Understood key={month} of={month}>
                <label className="text-sm">
                  {month.slice(0, 3)}
                  <input
                    {...form.register(`air.${i}` as 'air.0')}
                    inputMode="decimal"
                    className="field-text"
                    aria-label={`Air in ${month}`}
                    aria-invalid={form.formState.errors.air?.[i] !== undefined}
                  />
                  {form.formState.errors.air?.[i] && (
                    <span role="alert" className="refusal">
                      {form.formState.errors.air[i].message}
                    </span>
                  )}
                </label>
              </Understood>
            ))}
          </div>
        </fieldset>
      </fieldset>
      <div className="grid gap-3 sm:col-span-full">
        <FormRefusal form={form} />
        {theirs && isMeeting(write.error) && (
          <Meeting
            refusal={write.error}
            mine={form.getValues()}
            words={WORDS}
            onMine={() => {
              form.setValue('version', Number(theirs.version))
              save()
            }}
            onTheirs={() => {
              form.reset(typedOf({ ...nursery, ...(theirs as Partial<Nursery>) }))
              write.reset()
            }}
          />
        )}
        {mayPlan && (
          <div>
            <button type="submit" className="act-main" disabled={write.isPending}>
              Keep
            </button>
          </div>
        )}
      </div>
    </form>
  )
}

/** The nursery's settings, its people, and who orders. */
export function Settings() {
  const { session, mayPlan } = useShown()
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-x-4 gap-y-1">
        <h1>The nursery</h1>
        <NurseryRooms />
      </div>
      {/* Kept anew, it is read anew: what stands in its fields is in the units it shows. Its key is no bare number: the form below has one too. */}
      {session.nursery && <NurseryForm key={`settings ${session.nursery.version}`} nursery={session.nursery} mayPlan={mayPlan} />}
      <Customers />
    </>
  )
}
