import { useState } from 'react'
import { Link } from 'react-router'
import { answer, api, type Schemas } from '../api/client'
import { useVersion, useVersions } from '../api/queries'
import { useBack, useWrite } from '../api/writes'
import { BatchRooms } from '../batches/BatchRooms'
import { PlainForm } from '../forms/PlainForm'
import { say } from '../shell/Said'
import { Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { plural, sayDay } from '../words'

const WHAT: Record<Schemas['PlanChange']['what'], string> = { gone: 'gone', added: 'new', changed: 'changed', stuck: 'stuck' }

function Changes({ id }: { id: number }) {
  const { data } = useVersion(id)
  if (!data) return null
  if (data.changes.length === 0) return <p className="py-2">Nothing has changed since.</p>
  return (
    <ul className="py-2">
      {data.changes.map((one) => (
        <li key={one.code} className="flex flex-wrap gap-x-4 border-t py-1.5 border-stone-wash">
          <Link className="word w-20 font-bold" to={`/batches/${one.code}`}>
            {one.code}
          </Link>
          <span className="w-20 soft">{WHAT[one.what]}</span>
          <span className="w-52">{one.crop}</span>
          <span className="min-w-0 grow">{one.words}</span>
        </li>
      ))}
    </ul>
  )
}

/** Versions of the plan: kept by name or by themselves; what changed since, and the way back. */
export function Versions() {
  const { mayPlan, session } = useShown()
  const read = useVersions()
  const { data } = read
  const [kept, setKept] = useState(0)
  const [open, setOpen] = useState<number | null>(null)
  const back = useBack((changed) => say(`${plural(changed, 'batch', 'batches')} changed back.`))
  const keep = useWrite((name: string) => answer(api.POST('/api/plan/versions', { body: { name } })))
  if (!data) return <Unread of={read} title="Versions of the plan" rooms={<BatchRooms />} />
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-1">
        <h1>Versions of the plan</h1>
        <BatchRooms />
      </div>
      {mayPlan && (
        <div className="mb-5">
          <PlainForm
            key={kept}
            title="Keep the plan as it is now"
            button="Keep it"
            entries={[{ name: 'name', label: 'Name', hint: 'like: as agreed in February' }]}
            send={async (body) => {
              const version = await keep.mutateAsync(String(body.name))
              // Emptied by its own keeping only: nothing typed goes when others keep theirs.
              setKept(kept + 1)
              say(`“${version.name}” kept: ${plural(version.batches, 'batch', 'batches')}.`)
            }}
          />
        </div>
      )}
      {data && data.versions.length === 0 && (
        <p className="soft">
          None yet. One is kept by itself before a draft, a move or an evening out, so that each can be undone.
        </p>
      )}
      <ul>
        {data?.versions.map((version) => (
          <li key={version.id} className="border-t py-2 border-peat">
            <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
              <span className="min-w-0 grow">
                <strong className={version.automatic ? 'font-normal' : ''}>{version.name}</strong>
                <span className="block text-sm soft">
                  {sayDay(version.keptAt.slice(0, 10), session.today)}, {version.keptAt.slice(11)}, {version.by},{' '}
                  {plural(version.batches, 'batch', 'batches')}
                </span>
              </span>
              <button
                type="button"
                className="act"
                aria-expanded={open === version.id}
                aria-label={`What changed since “${version.name}”`}
                onClick={() => setOpen(open === version.id ? null : version.id)}
              >
                What changed since
              </button>
              {mayPlan && (
                <button
                  type="button"
                  className="act"
                  disabled={back.isPending}
                  aria-label={`Go back to “${version.name}”`}
                  onClick={() => back.mutate({ id: version.id })}
                >
                  Go back to it
                </button>
              )}
            </div>
            {open === version.id && <Changes id={version.id} />}
          </li>
        ))}
      </ul>
    </>
  )
}
