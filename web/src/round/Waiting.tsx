import { Link } from 'react-router'
import { newKey } from '../api/sending'
import { plural, SEEN_WORDS } from '../words'
import { addLook, dropLook, type Look } from './device'
import { sendLooks } from './send'

/** What waits on this device, and what the server would not have, with both sides. */
export function Waiting({ looks, away, onChange }: { looks: Look[]; away: boolean; onChange: () => void }) {
  const refused = looks.filter((look) => look.refused)
  const waiting = looks.length - refused.length
  return (
    <>
      <p role="status" className={`min-h-6 text-sm ${away || waiting > 0 ? 'text-heat' : 'text-leaf'}`}>
        {away ? 'No network. ' : ''}
        {waiting > 0
          ? `${plural(waiting, 'look')} waiting to be sent, kept on this device.`
          : away
            ? 'Nothing waits.'
            : refused.length > 0
              ? `${plural(refused.length, 'look')} could not be kept.`
              : 'All is sent.'}
      </p>
      {refused.map((look) => (
        <section key={look.n} aria-label={`Not kept: ${look.code}`} className="sheet my-2 border-2 p-3 border-plum">
          <p>
            <strong>
              {look.code}, {look.crop}
            </strong>
            : here <strong>{SEEN_WORDS[look.seen].toLowerCase()}</strong>
            {look.culled ? `, ${look.culled} taken out` : ''} at {look.at.slice(11, 16)}.
          </p>
          <p role="alert" className="refusal">
            {look.refused}
          </p>
          <div className="mt-2 flex flex-wrap gap-2">
            <Link className="act" to={`/batches/${look.code}`}>
              See its book
            </Link>
            {Boolean(look.culled) && (
              <button
                type="button"
                className="act"
                onClick={async () => {
                  // As seen, without what the book does not have: the look is kept, the plants stay as they are counted.
                  const { n, refused: _, ...seen } = look
                  await addLook({ ...seen, key: newKey(), culled: 0 })
                  if (n !== undefined) await dropLook(n)
                  await sendLooks()
                  onChange()
                }}
              >
                Keep it without taking out
              </button>
            )}
            <button
              type="button"
              className="act"
              onClick={async () => {
                if (look.n !== undefined) await dropLook(look.n)
                onChange()
              }}
            >
              Drop it
            </button>
          </div>
        </section>
      ))}
    </>
  )
}
