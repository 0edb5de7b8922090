import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { post, type Schemas } from '../api/client'
import { useTroubles } from '../api/queries'
import { useWrite } from '../api/writes'
import { Field } from '../forms/Field'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { inHundred, plural, SEEN_WORDS, sayDay } from '../words'

type Trouble = Schemas['Troubles']['troubles'][number]

/** A week on, as a day. */
const inAWeek = (today: string) => new Date(Date.parse(today) + 7 * 86_400_000).toISOString().slice(0, 10)

/** Looks that tell of one thing, and what becomes of it. */
function Together({ trouble }: { trouble: Trouble }) {
  const { session, mayLog } = useShown()
  const client = useQueryClient()
  const [open, setOpen] = useState(false)
  const [what, setWhat] = useState('')
  const [on, setOn] = useState(session.today)
  const [until, setUntil] = useState(inAWeek(session.today))
  const ids = trouble.looks.map((look) => look.id)
  const deal = useWrite((body: { looks: number[]; what?: string; on?: string; watchUntil?: string }) =>
    post('/api/troubles', body),
  )
  const settle = (body: { what?: string; on?: string; watchUntil?: string }, words: string) =>
    // What is dealt with is gone from here by the time it is said.
    deal.mutateAsync({ looks: ids, ...body }).then(
      () => {
        setOpen(false)
        say(words, () => post('/api/troubles', { looks: ids }).then(() => client.invalidateQueries()))
      },
      () => undefined,
    )
  const title = `${SEEN_WORDS[trouble.seen]} in ${trouble.zone}`
  return (
    <li className="sheet border-2 p-3 border-plum" aria-label={title}>
      <div className="flex flex-wrap items-baseline gap-x-3">
        <strong className="text-plum">{title}</strong>
        {trouble.looks.length > 1 && <span className="soft">{plural(trouble.looks.length, 'tag')}</span>}
        {trouble.looks.some((look) => look.watched) && <span className="soft">watched until today</span>}
        {mayLog && (
          <button
            type="button"
            className="act ml-auto"
            aria-expanded={open}
            aria-label={`Deal with: ${title}`}
            onClick={() => setOpen(!open)}
          >
            {open ? 'Close' : 'Deal with it'}
          </button>
        )}
      </div>
      <ul className="mt-1 grid gap-1">
        {trouble.looks.map((look) => (
          <li key={look.id} className="flex flex-wrap items-center gap-x-3 gap-y-1">
            <Link className="word font-semibold" to={`/batches/${look.code}`}>
              {look.code}
            </Link>
            <span>
              {look.crop}
              {look.line > 1 && `, line ${look.line}`}
            </span>
            {look.share !== null && <span>{inHundred(look.share)} in 100</span>}
            {look.culled > 0 && <span>{look.culled} taken out</span>}
            {look.note && <span>“{look.note}”</span>}
            <span className="text-sm soft">
              {sayDay(look.on, session.today)}, {look.at}, {look.by}
            </span>
            {look.photo && (
              <a href={`/api/round/looks/${look.id}/photo`} target="_blank" rel="noreferrer">
                <img
                  className="h-16 w-16 rounded object-cover"
                  src={`/api/round/looks/${look.id}/photo`}
                  alt={`${SEEN_WORDS[look.seen]} at ${look.code}, taken ${sayDay(look.on, session.today)}`}
                />
              </a>
            )}
          </li>
        ))}
      </ul>
      {open && (
        <div className="mt-3 grid gap-3 border-t pt-3 border-stone-wash">
          <form
            className="flex flex-wrap items-end gap-2"
            onSubmit={(event) => {
              event.preventDefault()
              settle({ what: what.trim() === '' ? 'done' : what.trim(), on }, `${title}: dealt with.`)
            }}
          >
            <div className="grow">
              <Field label="What was done">
                {(fieldIds) => (
                  <input {...fieldIds} className="field-text" value={what} onChange={(event) => setWhat(event.target.value)} />
                )}
              </Field>
            </div>
            <Field label="On">
              {(fieldIds) => (
                <input
                  {...fieldIds}
                  type="date"
                  className="field-text"
                  value={on}
                  max={session.today}
                  onChange={(event) => setOn(event.target.value)}
                />
              )}
            </Field>
            <button type="submit" className="act-main" disabled={deal.isPending}>
              Done
            </button>
          </form>
          <form
            className="flex items-end gap-2"
            onSubmit={(event) => {
              event.preventDefault()
              settle({ watchUntil: until }, `${title}: watched until ${sayDay(until, session.today)}.`)
            }}
          >
            <div className="grow">
              <Field label="Watch it until">
                {(fieldIds) => (
                  <input
                    {...fieldIds}
                    type="date"
                    className="field-text"
                    value={until}
                    onChange={(event) => setUntil(event.target.value)}
                  />
                )}
              </Field>
            </div>
            <button type="submit" className="act" disabled={deal.isPending}>
              Watch
            </button>
          </form>
          {deal.error && (
            <p role="alert" className="refusal">
              {deal.error.message}
            </p>
          )}
        </div>
      )}
    </li>
  )
}

/** What was found on the round and nobody has dealt with: all of it, of one batch, or of one zone. */
export function Troubles({ code, zone }: { code?: string; zone?: string }) {
  const { data } = useTroubles()
  const here = (data?.troubles ?? [])
    .filter((trouble) => zone === undefined || trouble.zone === zone)
    .map((trouble) => ({ ...trouble, looks: trouble.looks.filter((look) => code === undefined || look.code === code) }))
    .filter((trouble) => trouble.looks.length > 0)
  if (here.length === 0) return null
  return (
    <section aria-label="Found on the round" className="mt-3 mb-6">
      <h2 className="mb-2">Found on the round</h2>
      <ul className="grid gap-2">
        {here.map((trouble) => (
          <Together key={trouble.looks.map((look) => look.id).join(' ')} trouble={trouble} />
        ))}
      </ul>
    </section>
  )
}
