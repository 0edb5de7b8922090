import type { UseQueryResult } from '@tanstack/react-query'
import { type ReactNode, useEffect, useState } from 'react'
import { Refusal } from '../api/client'

type Read = Pick<UseQueryResult<unknown, Error>, 'data' | 'error' | 'isFetching' | 'refetch'>

/** Whether the server says that there is no such thing; anything else is no answer to that question. */
export const isNotThere = (error: unknown): boolean => error instanceof Refusal && error.code === 'not_found'

/** Milliseconds for which nothing is said: most answers are there by then. */
const PATIENCE = 400

/** What a room shows while what it asked for is not there: that it was asked, or why it could not be read. Never an empty list. */
export function Unread({ of, title, rooms }: { of: Read | readonly Read[]; title: string; rooms?: ReactNode }) {
  const reads = (Array.isArray(of) ? of : [of]) as readonly Read[]
  const failed = reads.find(({ data, error }) => data === undefined && error !== null)
  const [isLate, setLate] = useState(false)
  useEffect(() => {
    const timer = setTimeout(() => setLate(true), PATIENCE)
    return () => clearTimeout(timer)
  }, [])
  return (
    <section aria-busy={!failed}>
      <div className="mb-4 flex flex-wrap items-center gap-x-4 gap-y-1">
        <h1>{title}</h1>
        {rooms}
      </div>
      {failed ? (
        <Failed message={failed.error?.message ?? ''} again={() => reads.map((read) => read.refetch())} />
      ) : (
        <p role="status" className="soft">
          {isLate && 'Asked for; not here yet.'}
        </p>
      )}
    </section>
  )
}

/** That something could not be read, why, and the way to try again. */
export function Failed({ message, again }: { message: string; again: () => void }) {
  return (
    <div role="alert" className="sheet max-w-xl p-4 border-plum">
      <p className="refusal">This could not be read. {message}</p>
      <button type="button" className="act mt-2" onClick={again}>
        Try again
      </button>
    </div>
  )
}
