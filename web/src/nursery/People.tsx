import { post, put, type Schemas, type Typed } from '../api/client'
import { queryClient, useChoices, useCustomers } from '../api/queries'
import { useWrite } from '../api/writes'
import { ChangeButton, useOpening } from '../forms/Opening'
import { type Entry, PlainForm } from '../forms/PlainForm'
import { TakeOut } from '../forms/TakeOut'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { plural } from '../words'

type Person = Schemas['Person']

const ROLES = [
  { value: 'propagator', words: 'propagator: everything' },
  { value: 'hand', words: 'hand: logs work, sees all' },
  { value: 'viewer', words: 'viewer: sees all' },
] as const

const entriesOf = (person: Person | null) =>
  [
    { name: 'name', label: 'Name', start: person?.name },
    { name: 'signIn', label: 'Sign-in name', start: person?.signIn },
    { name: 'role', label: 'Role', start: person?.role ?? 'hand', choices: ROLES },
  ] as const satisfies readonly Entry[]

/** Who works here, and may do what. */
export function People() {
  const { mayPlan } = useShown()
  const { data: choices } = useChoices()
  const opening = useOpening<number>()
  const add = useWrite((body: Typed<'post', '/api/people'>) => post('/api/people', body))
  const change = useWrite(({ person, body }: { person: Person; body: Omit<Typed<'put', '/api/people/{id}'>, 'version'> }) =>
    put('/api/people/{id}', { version: person.version, ...body }, { id: person.id }),
  )
  return (
    <section aria-label="People">
      <h2 className="mt-10 mb-2">People</h2>
      <ul className="mb-6 max-w-3xl">
        {choices?.people.map((person) => (
          <li key={person.id} className="flex flex-wrap items-baseline gap-x-4 border-t py-2 border-stone-wash">
            <span className="w-48">{person.name}</span>
            <span className="grow soft">
              {person.role}, signs in as {person.signIn}
            </span>
            {mayPlan && (
              <span className="flex flex-wrap items-baseline gap-x-4">
                <ChangeButton name={person.name} isOpen={opening.is(person.id)} onToggle={() => opening.toggle(person.id)} />
                <TakeOut record="account" id={person.id} name={person.name} />
              </span>
            )}
            {opening.is(person.id) && (
              <div className="sheet mt-2 w-full p-3">
                <PlainForm
                  key={person.version}
                  title={`Change ${person.name}`}
                  entries={entriesOf(person)}
                  button="Keep"
                  send={async (body) => {
                    const { name } = await change.mutateAsync({ person, body })
                    say(`${name} is kept.`)
                    opening.close()
                    queryClient.invalidateQueries({ queryKey: ['session'] })
                  }}
                />
              </div>
            )}
          </li>
        ))}
      </ul>
      {/* Drawn once the people are known: drawn anew when they come, it would lose what is typed already. */}
      {mayPlan && choices && (
        <PlainForm
          key={`people ${choices.people.length}`}
          title="New person"
          button="Add this person"
          entries={[
            { name: 'name', label: 'Name' },
            { name: 'signIn', label: 'Sign-in name' },
            { name: 'password', label: 'First password', kind: 'password', hint: 'at least 10 characters' },
            { name: 'role', label: 'Role', start: 'hand', choices: ROLES },
          ]}
          send={async (body) => {
            const person = await add.mutateAsync(body)
            say(`${person.name} can sign in.`)
          }}
        />
      )}
    </section>
  )
}

/** Who orders: entered with an order, called otherwise here. */
export function Customers() {
  const { mayPlan } = useShown()
  const { data } = useCustomers()
  const opening = useOpening<number>()
  const rename = useWrite(({ id, ...body }: { id: number; name: string; was: string; join: boolean }) =>
    put('/api/customers/{id}', body, { id }),
  )
  if (!data || data.customers.length === 0) return null
  return (
    <section aria-label="Customers">
      <h2 className="mt-10 mb-2">Customers</h2>
      <ul className="max-w-3xl">
        {data.customers.map((one) => (
          <li key={one.id} className="flex flex-wrap items-baseline gap-x-4 border-t py-2 border-stone-wash">
            <span className="w-64">{one.name}</span>
            <span className="grow soft">{plural(one.orders, 'order')}</span>
            {mayPlan && (
              <span className="flex flex-wrap items-baseline gap-x-4">
                <ChangeButton name={one.name} isOpen={opening.is(one.id)} onToggle={() => opening.toggle(one.id)} />
                <TakeOut record="customer" id={one.id} name={one.name} />
              </span>
            )}
            {opening.is(one.id) && (
              <div className="sheet mt-2 w-full p-3">
                <PlainForm
                  key={one.name}
                  title={`Change ${one.name}`}
                  entries={[
                    { name: 'name', label: 'Name', start: one.name },
                    {
                      name: 'join',
                      label: 'Where there is one of that name',
                      start: 'no',
                      choices: [
                        { value: 'no', words: 'they stay two' },
                        { value: 'yes', words: 'they are one: its orders go there' },
                      ],
                    },
                  ]}
                  button="Keep"
                  send={async ({ name, join }) => {
                    await rename.mutateAsync({ id: one.id, name, was: one.name, join: join === 'yes' })
                    say(`${one.name} is ${name} now.`)
                    opening.close()
                  }}
                />
              </div>
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}
