import { useState } from 'react'
import type { Schemas } from '../api/client'
import { SEEN_WORDS } from '../words'
import type { Look } from './device'
import { pictureOf } from './send'

/** A trouble in full: how much of it, what was taken out, a word, a picture. */
export function Trouble({
  seen,
  stop,
  onKeep,
  onLeave,
}: {
  seen: Schemas['Seen']
  stop: Schemas['Round']['stops'][number]
  onKeep: (more: Partial<Look>) => void
  onLeave: () => void
}) {
  const [share, setShare] = useState<number | undefined>(undefined)
  const [culled, setCulled] = useState(0)
  const [note, setNote] = useState('')
  const [photo, setPhoto] = useState<string | undefined>(undefined)
  const by = (change: number) => setCulled(Math.max(0, Math.min(stop.there, culled + change)))
  return (
    <section aria-label={SEEN_WORDS[seen]} className="sheet grid gap-3 p-3">
      <h2>{SEEN_WORDS[seen]}</h2>
      <div role="group" aria-label="How much of it" className="grid grid-cols-4 gap-2">
        {[0.1, 0.25, 0.5, 1].map((one) => (
          <button
            key={one}
            type="button"
            className={`act !min-h-14 !px-1 ${share === one ? 'bg-water-wash' : ''}`}
            aria-pressed={share === one}
            onClick={() => setShare(share === one ? undefined : one)}
          >
            {one === 1 ? 'all' : one === 0.1 ? 'a few' : one === 0.25 ? 'a quarter' : 'half'}
          </button>
        ))}
      </div>
      <div>
        <p className="mb-1 text-sm font-semibold">Taken out now</p>
        <div className="grid grid-cols-[1fr_1fr_1.2fr_1fr_1fr] gap-1">
          <button type="button" className="act !min-h-14 !px-1" aria-label="Ten less" onClick={() => by(-10)}>
            −10
          </button>
          <button type="button" className="act !min-h-14 !px-1" aria-label="One less" onClick={() => by(-1)}>
            −1
          </button>
          <output className="flex items-center justify-center text-2xl font-bold" aria-label="Taken out">
            {culled}
          </output>
          <button type="button" className="act !min-h-14 !px-1" aria-label="One more" onClick={() => by(1)}>
            +1
          </button>
          <button type="button" className="act !min-h-14 !px-1" aria-label="Ten more" onClick={() => by(10)}>
            +10
          </button>
        </div>
      </div>
      <div className="flex flex-wrap items-center gap-3">
        <label className="act !min-h-14 cursor-pointer">
          {photo ? 'Another picture' : 'Picture'}
          <input
            type="file"
            accept="image/*"
            capture="environment"
            className="sr-only"
            onChange={async (event) => {
              const file = event.target.files?.[0]
              if (file) setPhoto(await pictureOf(file))
            }}
          />
        </label>
        {photo && <img src={`data:image/jpeg;base64,${photo}`} alt="As taken" className="h-14 rounded" />}
        <input
          className="field-text min-w-40 grow"
          aria-label="A word on it"
          placeholder="a word on it"
          value={note}
          onChange={(event) => setNote(event.target.value)}
        />
      </div>
      <div className="grid grid-cols-[1fr_2fr] gap-2">
        <button type="button" className="act !min-h-16" onClick={onLeave}>
          Leave
        </button>
        <button
          type="button"
          className="act-main !min-h-16 text-lg"
          onClick={() => onKeep({ share, culled, note: note.trim() || undefined, photo })}
        >
          Keep, and on
        </button>
      </div>
    </section>
  )
}
