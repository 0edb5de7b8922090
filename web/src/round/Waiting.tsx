import { useState } from 'react'
import { Link } from 'react-router'
import { newKey } from '../api/sending'
import { Field } from '../forms/Field'
import { drawn } from '../forms/Stepper'
import { say } from '../shell/Said'
import { plural, SEEN_WORDS } from '../words'
import { sendLooks } from './deliver'
import { addLook, dropLook, type Look, putLook } from './device'

/** One look that the server would not have: it is kept as it is put right, without what the book does not have, or dropped. */
function Refused({ look, me, onChange }: { look: Look; me: number; onChange: () => void }) {
  const [changing, setChanging] = useState(false)
  const [culled, setCulled] = useState(String(look.culled ?? 0))
  const [note, setNote] = useState(look.note ?? '')
  const keep = async (change: Partial<Look>) => {
    const { n, refused: _, tries: __, after: ___, ...seen } = look
    await addLook({ ...seen, key: newKey(), ...change })
    if (n !== undefined) await dropLook(n)
    await sendLooks(me)
    onChange()
  }
  return (
    <section aria-label={`Not kept: ${look.code}`} className="sheet my-2 border-2 p-3 border-plum">
      <p>
        <strong>
          {look.code}, {look.crop}
        </strong>
        : here <strong>{SEEN_WORDS[look.seen].toLowerCase()}</strong>
        {look.culled ? `, ${look.culled} taken out` : ''} at {look.at.slice(11, 16)}
        {look.by && look.by.id !== me && `, by ${look.by.name}`}.
      </p>
      <p role="alert" className="refusal">
        {look.refused}
      </p>
      {changing && (
        <div className="mt-2 grid gap-3 sm:grid-cols-2">
          <Field label="Taken out">
            {(ids) => (
              <input
                {...ids}
                className="field-text"
                inputMode="numeric"
                value={culled}
                onChange={(event) => setCulled(event.target.value)}
              />
            )}
          </Field>
          <Field label="A word">
            {(ids) => <input {...ids} className="field-text" value={note} onChange={(event) => setNote(event.target.value)} />}
          </Field>
        </div>
      )}
      <div className="mt-2 flex flex-wrap gap-2">
        <Link className="act" to={`/batches/${look.code}`}>
          See its book
        </Link>
        {changing ? (
          <button type="button" className="act-main" onClick={() => keep({ culled: drawn(culled), note })}>
            Send it so
          </button>
        ) : (
          <button type="button" className="act" onClick={() => setChanging(true)}>
            Change it
          </button>
        )}
        {Boolean(look.culled) && (
          <button type="button" className="act" onClick={() => keep({ culled: 0 })}>
            Keep it without taking out
          </button>
        )}
        <button
          type="button"
          className="act"
          onClick={async () => {
            if (look.n !== undefined) await dropLook(look.n)
            onChange()
            say(`The look at ${look.code} is dropped.`, () => putLook(look).then(onChange))
          }}
        >
          Drop it
        </button>
      </div>
    </section>
  )
}

/** What waits on this device, whose it is, and what the server would not have, with both sides. */
export function Waiting({ looks, away, me, onChange }: { looks: Look[]; away: boolean; me: number; onChange: () => void }) {
  const refused = looks.filter((look) => look.refused)
  const open = looks.filter((look) => !look.refused)
  const mine = open.filter((look) => !look.by || look.by.id === me)
  const others = [...new Set(open.filter((look) => !mine.includes(look)).map((look) => look.by?.name ?? ''))]
  const troubled = mine.some((look) => look.tries)
  return (
    <>
      <p role="status" className={`min-h-6 text-sm ${away || mine.length > 0 ? 'text-heat' : 'text-leaf'}`}>
        {away ? 'No network. ' : troubled ? 'The server cannot take them just now. ' : ''}
        {mine.length > 0
          ? `${plural(mine.length, 'look')} waiting to be sent, kept on this device.`
          : away
            ? 'Nothing waits.'
            : refused.length > 0
              ? `${plural(refused.length, 'look')} could not be kept.`
              : 'All is sent.'}
      </p>
      {others.map((name) => (
        <p key={name} className="text-sm text-heat">
          {plural(open.filter((look) => look.by?.name === name && look.by.id !== me).length, 'look')} of {name} on this device, to
          be sent when {name} signs in.
        </p>
      ))}
      {refused.map((look) => (
        <Refused key={look.n} look={look} me={me} onChange={onChange} />
      ))}
    </>
  )
}
