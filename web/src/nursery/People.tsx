import { useState } from 'react'
import { answer, api, post, put, type Schemas, type Typed } from '../api/client'
import { queryClient, useChoices, useCrew } from '../api/queries'
import { useWrite } from '../api/writes'
import { ChangeButton, useOpening } from '../forms/Opening'
import { type Entry, PlainForm } from '../forms/PlainForm'
import { TakeOut } from '../forms/TakeOut'
import { AsTable } from '../shell/AsTable'
import { say } from '../shell/Said'
import { Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { sayDay } from '../words'
import { NurseryRooms } from './NurseryRooms'
import { OwnCalendar } from './OwnCalendar'
import { OwnPassword } from './OwnPassword'

type Person = Schemas['Person']
type Given = Schemas['PersonAndPassword']

const ROLES = [
  { value: 'propagator', words: 'propagator: everything' },
  { value: 'office', words: 'office: orders and customers, sees all' },
  { value: 'hand', words: 'hand: logs work, sees all' },
  { value: 'viewer', words: 'viewer: sees all' },
] as const

const entriesOf = (person: Person | null) =>
  [
    { name: 'name', label: 'Name', start: person?.name ?? '' },
    { name: 'signIn', label: 'Sign-in name', start: person?.signIn ?? '', hint: 'left empty for somebody who does not sign in' },
    { name: 'role', label: 'Role', start: person?.role ?? 'hand', choices: ROLES },
  ] as const satisfies readonly Entry[]

/** A password for one time, shown once and kept nowhere. */
function ToTell({ given, onDone }: { given: Given; onDone: () => void }) {
  return (
    <section role="status" aria-label={`Password for ${given.person.name}`} className="sheet mb-4 max-w-xl p-4">
      {given.password === null && <p className="refusal mb-2">It was lost on the way: take another with New password.</p>}
      <p>
        {given.person.name} signs in as <strong>{given.person.signIn}</strong> once with
      </p>
      <p className="my-2 font-mono text-2xl font-bold select-all">{given.password}</p>
      <p className="mb-3 soft">
        and then chooses an own password. It is shown here only now; whoever was signed in as them is signed out.
      </p>
      <button type="button" className="act" onClick={onDone}>
        They know it
      </button>
    </section>
  )
}

/** What may be done with one person. */
function Acts({ person, onGiven }: { person: Person; onGiven: (given: Given) => void }) {
  const { session } = useShown()
  const isMe = person.id === session.account?.id
  const byId = { params: { path: { id: person.id } }, body: { version: person.version } }
  const again = useWrite((version: number) =>
    answer(api.POST('/api/people/{id}/return', { params: { path: { id: person.id } }, body: { version } })),
  )
  const end = useWrite(
    () => answer(api.POST('/api/people/{id}/end', byId)),
    (gone) =>
      say(`The access of ${person.name} has ended. What they did stays.`, async () => {
        await again.mutateAsync(gone.version)
      }),
  )
  const out = useWrite(
    () => answer(api.POST('/api/people/{id}/sign-out', byId)),
    () => say(`${person.name} is signed out everywhere.`),
  )
  const password = useWrite(() => answer(api.POST('/api/people/{id}/password', byId)), onGiven)
  const error = again.error ?? end.error ?? out.error ?? password.error
  if (person.endedOn !== null)
    return (
      <>
        <button type="button" className="word min-h-11" onClick={() => again.mutate(person.version)}>
          Let {person.name} in again
        </button>
        {error && (
          <p role="alert" className="refusal w-full">
            {error.message}
          </p>
        )}
      </>
    )
  return (
    <>
      {person.signIn !== null && !isMe && (
        <>
          <button type="button" className="word min-h-11" onClick={() => password.mutate(undefined)}>
            New password<span className="sr-only"> for {person.name}</span>
          </button>
          <button type="button" className="word min-h-11" onClick={() => out.mutate(undefined)}>
            Sign out everywhere<span className="sr-only">: {person.name}</span>
          </button>
        </>
      )}
      {!isMe && (
        <button type="button" className="word min-h-11" onClick={() => end.mutate(undefined)}>
          End access<span className="sr-only"> of {person.name}</span>
        </button>
      )}
      <TakeOut record="account" id={person.id} name={person.name} />
      {error && (
        <p role="alert" className="refusal w-full">
          {error.message}
        </p>
      )}
    </>
  )
}

function Line({ person, hours, onGiven }: { person: Person; hours: number | undefined; onGiven: (given: Given) => void }) {
  const { mayPlan, session } = useShown()
  const opening = useOpening<'change'>()
  const change = useWrite((body: Omit<Typed<'put', '/api/people/{id}'>, 'version'>) =>
    put('/api/people/{id}', { version: person.version, ...body }, { id: person.id }),
  )
  return (
    <li className="border-t py-2 border-stone-wash">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <strong className="w-48">{person.name}</strong>
        <span className="grow soft">
          {person.role}
          {person.signIn === null ? ', does not sign in' : `, signs in as ${person.signIn}`}
          {hours !== undefined && `, ${hours} h a week here`}
          {person.mustChange && person.signIn !== null && ', has a password for one time'}
          {person.endedOn !== null && `, access ended ${sayDay(person.endedOn, session.today)}`}
        </span>
      </div>
      {mayPlan && (
        <div className="flex flex-wrap items-baseline gap-x-4">
          {person.endedOn === null && (
            <ChangeButton name={person.name} isOpen={opening.is('change')} onToggle={() => opening.toggle('change')} />
          )}
          <Acts person={person} onGiven={onGiven} />
        </div>
      )}
      {opening.is('change') && (
        <div className="sheet mt-2 p-3">
          <PlainForm
            key={person.version}
            title={`Change ${person.name}`}
            entries={entriesOf(person)}
            button="Keep"
            send={async (body) => {
              const { name } = await change.mutateAsync(body)
              say(`${name} is kept.`)
              opening.close()
              queryClient.invalidateQueries({ queryKey: ['session'] })
            }}
          />
        </div>
      )}
    </li>
  )
}

/** One's own password, and all other devices. */
function You() {
  const { session } = useShown()
  const opening = useOpening<'password'>()
  const elsewhere = useWrite(
    () => answer(api.POST('/api/me/sign-out-elsewhere')),
    () => say('All other devices are signed out.'),
  )
  return (
    <section aria-label="You" className="mb-8 max-w-3xl">
      <h2 className="mb-2">You, {session.account?.name}</h2>
      <div className="flex flex-wrap gap-2">
        <button type="button" className="act" aria-expanded={opening.is('password')} onClick={() => opening.toggle('password')}>
          Change your password
        </button>
        <button type="button" className="act" disabled={elsewhere.isPending} onClick={() => elsewhere.mutate(undefined)}>
          Sign out all other devices
        </button>
      </div>
      {elsewhere.error && (
        <p role="alert" className="refusal mt-1">
          {elsewhere.error.message}
        </p>
      )}
      {opening.is('password') && (
        <div className="sheet mt-2 max-w-xl p-4">
          <OwnPassword
            given={false}
            onKept={() => {
              opening.close()
              say('Your password is kept. All other devices are signed out.')
            }}
          />
        </div>
      )}
    </section>
  )
}

/** Who works here, for how long, and may do what. */
export function People() {
  const { mayPlan } = useShown()
  const read = useChoices()
  const { data: choices } = read
  const { data: crew } = useCrew()
  const [given, setGiven] = useState<Given | null>(null)
  const add = useWrite((body: Typed<'post', '/api/people'>) => post('/api/people', body))
  if (!choices) return <Unread of={read} title="People" rooms={<NurseryRooms />} />
  const hours = new Map(crew?.crew.hands.map((hand) => [hand.person, hand.hours]))
  const here = choices.people.filter((person) => person.endedOn === null)
  const gone = choices.people.filter((person) => person.endedOn !== null)
  const line = (person: Person) => <Line key={person.id} person={person} hours={hours.get(person.id)} onGiven={setGiven} />
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-x-4 gap-y-1">
        <h1>People</h1>
        <NurseryRooms />
      </div>
      <You />
      <OwnCalendar />
      {given && <ToTell given={given} onDone={() => setGiven(null)} />}
      <section aria-label="People here">
        <div className="flex items-baseline gap-4">
          <h2 className="mb-2">Who is here</h2>
          <AsTable
            name="people"
            heads={['name', 'role', 'signs in as', 'hours a week', 'access ended']}
            rows={() => choices.people.map((one) => [one.name, one.role, one.signIn, hours.get(one.id), one.endedOn])}
          />
        </div>
        <ul className="mb-6 max-w-3xl">{here.map(line)}</ul>
      </section>
      {gone.length > 0 && (
        <section aria-label="People who left">
          <h2 className="mb-2">Who left</h2>
          <ul className="mb-6 max-w-3xl">{gone.map(line)}</ul>
        </section>
      )}
      {mayPlan && <h2 className="mb-2">Somebody new</h2>}
      {mayPlan && (
        <PlainForm
          key={`people ${choices.people.length}`}
          title="New person"
          button="Add this person"
          entries={entriesOf(null)}
          send={async (body) => {
            const added = await add.mutateAsync(body)
            if (added.person.signIn === null) say(`${added.person.name} is one of the people here.`)
            else setGiven(added)
          }}
        />
      )}
    </>
  )
}
