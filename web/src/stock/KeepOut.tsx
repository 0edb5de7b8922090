import { useInfiniteQuery } from '@tanstack/react-query'
import { answer, api, type Schemas } from '../api/client'
import { useShown } from '../shell/week'
import { sayDay } from '../words'

type Treatment = Schemas['Treatment']

/** A minute of this day by its time alone. */
export const sayMinute = (at: string, today: string) =>
  `${at.slice(0, 10) === today ? '' : `${sayDay(at.slice(0, 10), today)}, `}${at.slice(11)}`

/** What plants were treated with; each page by the number of its last. */
export const useTreatments = () =>
  useInfiniteQuery({
    queryKey: ['treatments'],
    queryFn: ({ pageParam }) =>
      answer(api.GET('/api/treatments', { params: { query: pageParam > 0 ? { before: pageParam } : {} } })),
    initialPageParam: 0,
    getNextPageParam: (last) => (last.more ? last.treatments.at(-1)?.id : undefined),
  })

/** Where nobody goes in yet, and until when. */
export function KeepOut({ of }: { of: Treatment[] }) {
  const { session } = useShown()
  if (of.length === 0) return null
  return (
    <section aria-label="Keep out" className="sheet border-plum! p-4 lg:col-span-full">
      <h2 className="text-plum">Keep out</h2>
      <ul>
        {of.map((one) => (
          <li key={one.id}>
            <strong>{one.where}</strong> until <strong>{sayMinute(one.until, session.today)}</strong>: treated with {one.product}{' '}
            at {one.at.slice(11)}
          </li>
        ))}
      </ul>
      <p className="text-sm soft">What the label of the product says comes first.</p>
    </section>
  )
}

/** The same on Today. */
export function KeepOutNow() {
  const { data } = useTreatments()
  return <KeepOut of={data?.pages[0]?.keepOut ?? []} />
}
