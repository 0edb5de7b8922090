import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { answer, api } from '../api/client'
import { useWrite } from '../api/writes'
import { useShown } from '../shell/week'
import { sayDay } from '../words'

/** The work as a calendar: as a file, or by a private address that one's own calendar asks. */
export function OwnCalendar() {
  const { session } = useShown()
  const [address, setAddress] = useState<string | null>()
  const { data } = useQuery({ queryKey: ['own-calendar'], queryFn: () => answer(api.GET('/api/me/calendar')) })
  const open = useWrite(
    () => answer(api.POST('/api/me/calendar')),
    (now) => setAddress(now.address),
  )
  const withdraw = useWrite(
    () => answer(api.DELETE('/api/me/calendar')),
    () => setAddress(undefined),
  )
  const failed = open.error ?? withdraw.error
  return (
    <section aria-label="Your calendar" className="mb-8 max-w-3xl">
      <h2 className="mb-2">The work in your calendar</h2>
      <p className="mb-2">
        {data?.since
          ? `You have had a private address since ${sayDay(data.since, session.today)}. Whoever knows it can read the work, and nothing else.`
          : 'A private address lets your own calendar ask for the work of the coming weeks. Whoever knows it can read that, and nothing else.'}
      </p>
      {address !== undefined && (
        <p role="status" className="sheet mb-3 p-3">
          {address === null ? (
            'It was made, and its address did not arrive. Make a new one.'
          ) : (
            <>
              Subscribe to this address; it is shown once: <code className="break-all">{`${location.origin}${address}`}</code>
            </>
          )}
        </p>
      )}
      <div className="flex flex-wrap items-center gap-3">
        <button type="button" className="act" disabled={open.isPending} onClick={() => open.mutate(undefined)}>
          {data?.since ? 'A new address, and close this one' : 'A private address'}
        </button>
        {data?.since && (
          <button type="button" className="act" disabled={withdraw.isPending} onClick={() => withdraw.mutate(undefined)}>
            Close it
          </button>
        )}
        <a className="word" href="/api/calendar.ics" download>
          As a file
        </a>
      </div>
      {failed && (
        <p role="alert" className="refusal mt-2">
          {failed.message}
        </p>
      )}
    </section>
  )
}
