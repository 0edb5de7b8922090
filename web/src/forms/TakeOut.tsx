import { answer, api, post, type Schemas } from '../api/client'
import { queryClient } from '../api/queries'
import { useWrite } from '../api/writes'
import { HistoryLink } from '../shell/HistoryLink'
import { say } from '../shell/Said'

/** Says that something is taken out, with the way back. */
export const sayTaken = (name: string, taken: number) =>
  say(`${name} is taken out.`, () =>
    post('/api/taken-out/{id}/back', {}, { id: taken }).then(() => {
      say(`${name} is there again.`)
      return queryClient.invalidateQueries()
    }),
  )

/** Takes out what was entered by mistake; what rests on it is said where it cannot be. */
export function TakeOut({
  record,
  id,
  name,
  history = true,
}: {
  record: Schemas['Record']
  id: number
  name: string
  /** Whether the way to its history stands beside it. */
  history?: boolean
}) {
  const take = useWrite(
    () => answer(api.DELETE('/api/records/{record}/{id}', { params: { path: { record, id } } })),
    ({ taken }) => sayTaken(name, taken),
  )
  return (
    <>
      <button type="button" className="word min-h-8 no-print" disabled={take.isPending} onClick={() => take.mutate(undefined)}>
        Take out <span className="sr-only">{name}</span>
      </button>
      {history && <HistoryLink of={name} />}
      {take.error && (
        <p role="alert" className="refusal w-full">
          {take.error.message}
        </p>
      )}
    </>
  )
}
