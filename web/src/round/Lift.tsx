import { useState } from 'react'
import type { Schemas, Stage } from '../api/client'
import { useJudged } from '../api/queries'
import { StageGlyph } from '../drawings/Glyph'
import { STAGE_WORDS } from '../words'

const STAGES = Object.keys(STAGE_WORDS) as Stage[]
const NONE: Record<Stage, number> = { nothing: 0, callus: 0, initials: 0, at_wall: 0, at_hole: 0, root_bound: 0, dead: 0 }

/** What the server says of the plants lifted so far, where it can be reached. */
function Verdict({ code, line, stages, trays }: { code: string; line: number; stages: Record<Stage, number>; trays: number }) {
  const { data: judged } = useJudged(code, line, stages, trays)
  if (!judged || judged.lifted === 0) return null
  return (
    <>
      {judged.enough && <strong className="text-leaf">Enough, stop lifting. </strong>}
      {judged.words}
    </>
  )
}

/** A few lifted on the walk: one touch a plant, with or without a network. */
export function Lift({
  stop,
  away,
  onKeep,
  onLeave,
}: {
  stop: Schemas['Round']['stops'][number]
  away: boolean
  onKeep: (stages: Record<Stage, number>, trays: number, note: string) => void
  onLeave: () => void
}) {
  const [lifted, setLifted] = useState<Stage[]>([])
  const [note, setNote] = useState('')
  const [trays, setTrays] = useState(1)
  const stages = { ...NONE }
  for (const stage of lifted) stages[stage] += 1
  return (
    <section aria-label="Lift a few" className="sheet grid gap-3 p-3">
      <p role="status" className="min-h-12">
        <strong className="tabular-nums">{lifted.length}</strong> lifted.{' '}
        {away ? (
          <span className="soft">Judged when it is sent; ten or so say most.</span>
        ) : (
          <Verdict code={stop.code} line={stop.line} stages={stages} trays={trays} />
        )}
      </p>
      <div className="grid grid-cols-2 gap-2">
        {STAGES.map((stage) => (
          <button
            key={stage}
            type="button"
            className="act !min-h-16 justify-start gap-2 !px-2 text-left"
            aria-label={`${STAGE_WORDS[stage]}, ${stages[stage]} so far`}
            disabled={lifted.length >= stop.there}
            onClick={() => setLifted([...lifted, stage])}
          >
            <StageGlyph stage={stage} size={34} label={false} />
            <span className="grow leading-tight">{STAGE_WORDS[stage]}</span>
            <strong className="text-xl">{stages[stage] || ''}</strong>
          </button>
        ))}
        <button
          type="button"
          className="act !min-h-16"
          disabled={lifted.length === 0}
          onClick={() => setLifted(lifted.slice(0, -1))}
        >
          One back
        </button>
      </div>
      <div className="flex items-center gap-3" role="group" aria-label="Out of how many trays">
        <span className="grow">
          Out of <strong className="tabular-nums">{trays}</strong> {trays === 1 ? 'tray' : 'trays'}
        </span>
        <button
          type="button"
          className="act !min-h-14 !min-w-14"
          aria-label="One tray fewer"
          disabled={trays < 2}
          onClick={() => setTrays(trays - 1)}
        >
          −
        </button>
        <button type="button" className="act !min-h-14 !min-w-14" aria-label="One tray more" onClick={() => setTrays(trays + 1)}>
          +
        </button>
      </div>
      <input
        className="field-text !min-h-12"
        aria-label="A word on it"
        placeholder="a word on it"
        value={note}
        onChange={(event) => setNote(event.target.value)}
      />
      <div className="grid grid-cols-[2fr_1fr] gap-2">
        <button
          type="button"
          className="act-main !min-h-16 text-lg"
          disabled={lifted.length === 0}
          onClick={() => onKeep(stages, Math.min(trays, lifted.length), note)}
        >
          Keep, and on
        </button>
        <button type="button" className="act !min-h-16" onClick={onLeave}>
          Leave
        </button>
      </div>
    </section>
  )
}
