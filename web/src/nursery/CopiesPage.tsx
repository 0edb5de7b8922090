import { answer, api } from '../api/client'
import { queryClient, useCopies } from '../api/queries'
import { useWrite } from '../api/writes'
import { say } from '../shell/Said'
import { Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { plural, sayDay } from '../words'
import { NurseryRooms } from './NurseryRooms'

const sayBytes = (bytes: number) => (bytes < 1_000_000 ? `${Math.ceil(bytes / 1000)} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`)

/** When the last good copy was made, all that there are, and one more. */
export function CopiesPage() {
  const { session } = useShown()
  const read = useCopies()
  const { data } = read
  const make = useWrite(
    () => answer(api.POST('/api/copies', {})),
    () => {
      queryClient.invalidateQueries({ queryKey: ['session'] })
      say('A copy is made, opened and found good.')
    },
  )
  if (!data) return <Unread of={read} title="Copies" rooms={<NurseryRooms />} />
  const [last] = data.copies
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-x-4 gap-y-1">
        <h1>Copies</h1>
        <NurseryRooms />
      </div>
      <p className={`mb-3 text-lg ${data.old ? 'text-plum' : ''}`}>
        {last ? (
          <>
            The last good copy is of <strong>{sayDay(last.madeAt.slice(0, 10), session.today)}</strong>,{' '}
            {last.madeAt.slice(11, 16)}.
          </>
        ) : (
          <strong>There is no copy of this nursery yet.</strong>
        )}
        {data.old && last && ` That is more than ${data.oldHours} hours ago: is the server’s timer running?`}
      </p>
      <p className="mb-4 max-w-2xl soft">
        A copy is the database and all pictures, made while people work, then opened and checked. They stand on the server in{' '}
        <span className="font-mono break-all">{data.folder}</span>; take them to another machine too. Putting one back is done on
        the server: docs/deploy.md says how.
      </p>
      <button type="button" className="act-main" disabled={make.isPending} onClick={() => make.mutate(undefined)}>
        {make.isPending ? 'Copying…' : 'Make a copy now'}
      </button>
      {make.error && (
        <p role="alert" className="refusal mt-2">
          {make.error.message}
        </p>
      )}
      {data.copies.length > 0 && (
        <ul className="mt-6 max-w-2xl" aria-label="Copies">
          {data.copies.map((copy) => (
            <li key={copy.name} className="flex flex-wrap gap-x-4 border-t py-2 border-stone-wash">
              <strong className="w-56">
                {sayDay(copy.madeAt.slice(0, 10), session.today)}, {copy.madeAt.slice(11, 16)}
              </strong>
              <span className="soft">
                {sayBytes(copy.bytes)}, {plural(copy.photos, 'picture')}
              </span>
            </li>
          ))}
        </ul>
      )}
    </>
  )
}
