import { useForm } from 'react-hook-form'
import { answer, api, type Nursery, Refusal } from '../api/client'
import { queryClient, useChoices, useWrite } from '../api/queries'
import { Field } from '../forms/Field'
import { PlainForm } from '../forms/PlainForm'
import { FormRefusal, isMeeting, Meeting, showRefusal } from '../forms/refusals'
import { numeric, Stepper } from '../forms/Stepper'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { CLIMATE_WORDS } from '../words'

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
]
const WORDS = {
  name: 'Name',
  stuckAnHour: 'Stuck in an hour',
  pottedAnHour: 'Potted in an hour',
  ...Object.fromEntries(SELECTS.map(([name, words]) => [name, words])),
}

function NurseryForm({ nursery, mayPlan }: { nursery: Nursery; mayPlan: boolean }) {
  const form = useForm({
    defaultValues: { ...nursery, stuckAnHour: String(nursery.stuckAnHour), pottedAnHour: String(nursery.pottedAnHour) },
  })
  const write = useWrite(
    (body: Record<string, unknown>) => answer(api.PUT('/api/nursery', { body: body as never })),
    (saved) => {
      form.setValue('version', saved.version)
      queryClient.invalidateQueries({ queryKey: ['session'] })
      say('Kept.')
    },
  )
  const save = form.handleSubmit((typed) =>
    write
      .mutateAsync({ ...typed, stuckAnHour: numeric(typed.stuckAnHour), pottedAnHour: numeric(typed.pottedAnHour) })
      .catch((refusal) => refusal instanceof Refusal && !isMeeting(refusal) && showRefusal(form, refusal, Object.keys(WORDS))),
  )
  const theirs = isMeeting(write.error) ? write.error.theirs : undefined
  return (
    <form onSubmit={save} noValidate aria-label="The nursery" className="grid gap-4 sm:grid-cols-2 lg:grid-cols-4">
      <fieldset disabled={!mayPlan} className="contents">
        <div className="sm:col-span-2">
          <Field label="Name" error={form.formState.errors.name}>
            {(ids) => <input {...ids} {...form.register('name')} className="field-text" />}
          </Field>
        </div>
        {SELECTS.map(([name, label, choices]) => (
          <Field key={name} label={label} error={form.formState.errors[name]}>
            {(ids) => (
              <select {...ids} {...form.register(name)} className="field-text">
                {choices.map(([value, words]) => (
                  <option key={value} value={value}>
                    {words}
                  </option>
                ))}
              </select>
            )}
          </Field>
        ))}
        <Stepper control={form.control} name="stuckAnHour" label="Stuck in an hour" step={10} hint="by one pair of hands" />
        <Stepper control={form.control} name="pottedAnHour" label="Potted in an hour" step={10} hint="by one pair of hands" />
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
              for (const field of [...Object.keys(WORDS), 'version'] as (keyof Nursery)[])
                form.setValue(field, theirs[field] as never)
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

/** The nursery's settings and its people. */
export function Settings() {
  const { session, mayPlan } = useShown()
  const { data: choices } = useChoices()
  const addPerson = useWrite((body: Record<string, unknown>) => answer(api.POST('/api/people', { body: body as never })))
  return (
    <>
      <h1 className="mb-4">The nursery</h1>
      {session.nursery && <NurseryForm nursery={session.nursery} mayPlan={mayPlan} />}
      <h2 className="mt-10 mb-2">People</h2>
      <ul className="mb-6 max-w-md">
        {choices?.people.map((person) => (
          <li key={person.id} className="flex justify-between border-t py-2" style={{ borderColor: 'var(--stone-wash)' }}>
            <span>{person.name}</span>
            <span className="soft">{person.role}</span>
          </li>
        ))}
      </ul>
      {mayPlan && (
        <PlainForm
          key={choices?.people.length}
          title="New person"
          button="Add this person"
          entries={[
            { name: 'name', label: 'Name' },
            { name: 'signIn', label: 'Sign-in name' },
            { name: 'password', label: 'First password', kind: 'password', hint: 'at least 10 characters' },
            {
              name: 'role',
              label: 'Role',
              start: 'hand',
              choices: [
                { value: 'propagator', words: 'propagator: everything' },
                { value: 'hand', words: 'hand: logs work, sees all' },
                { value: 'viewer', words: 'viewer: sees all' },
              ],
            },
          ]}
          send={async (body) => {
            const person = await addPerson.mutateAsync(body)
            say(`${person.name} can sign in.`)
          }}
        />
      )}
    </>
  )
}
