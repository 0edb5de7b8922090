import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { answer, api, type Schemas, type Stage } from '../api/client'
import { useChoices, usePractice } from '../api/queries'
import { useWrite } from '../api/writes'
import { Foot } from '../drawings/Foot'
import { StageGlyph } from '../drawings/Glyph'
import { Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { inHundred, plural, STAGE_WORDS } from '../words'
import { RoundRooms } from './RoundRooms'

type Graded = Schemas['PracticeGraded']

/** Two figures; what is not quite full agreement is not said to be. */
const sayKappa = (kappa: number | null) => (kappa === null ? '–' : (kappa < 1 ? Math.min(0.99, kappa) : kappa).toFixed(2))

/** How everybody does: against the key, and each two against each other. */
function People({ people, between }: { people: Graded['people']; between: Graded['between'] }) {
  if (people.length === 0) return null
  return (
    <section className="mt-8 max-w-3xl" aria-label="How we agree">
      <h2 className="mb-1">Does “rooted” mean the same to us?</h2>
      <p className="mb-2 text-sm soft">
        Kappa says how much better than guessing two gradings agree: 1 is full agreement, 0 is luck. A stage one too far counts
        little, three too far a lot; dead taken for living counts most.
      </p>
      <ul>
        {people.map((one) => (
          <li key={one.name} className="flex flex-wrap items-baseline gap-x-4 border-t py-2 border-stone-wash">
            <strong className="w-44">{one.name}</strong>
            <span>
              <strong className="text-lg">{sayKappa(one.kappa)}</strong> against the key
            </span>
            <span>{inHundred(one.onRooted)} in 100 right on “rooted”</span>
            <span className="soft">
              {one.words}; {plural(one.sets, 'set')}
            </span>
          </li>
        ))}
      </ul>
      {between.length > 0 && (
        <ul className="mt-3">
          {between.map((two) => (
            <li key={`${two.one} ${two.other}`} className="flex flex-wrap items-baseline gap-x-4 border-t py-2 border-stone-wash">
              <span className="w-72">
                <strong>{two.one.split(' ')[0]}</strong> and <strong>{two.other.split(' ')[0]}</strong>
              </span>
              <span>
                <strong className="text-lg">{sayKappa(two.kappa)}</strong>, {inHundred(two.onRooted)} in 100 alike on “rooted”
              </span>
              <span className="soft">{two.words}</span>
            </li>
          ))}
        </ul>
      )}
    </section>
  )
}

function Result({ graded, onNext }: { graded: Graded; onNext: () => void }) {
  const { result } = graded
  const wrong = graded.feet.filter((foot) => foot.was !== foot.said)
  return (
    <section aria-label="How it went">
      <p className="mb-3 text-lg">
        <strong>
          {result.exact} of {result.of}
        </strong>{' '}
        as in the key; kappa <strong>{sayKappa(result.kappa)}</strong>, {result.words}. On “rooted” {inHundred(result.onRooted)}{' '}
        in 100 right.
      </p>
      {wrong.length > 0 && (
        <>
          <h2 className="mb-2">Look at these again</h2>
          <ul className="grid grid-cols-2 gap-4 sm:grid-cols-4 lg:grid-cols-6">
            {wrong.map((foot, i) => (
              <li key={`${foot.was} ${foot.said} ${i}`}>
                <Foot foot={foot} name={STAGE_WORDS[foot.was]} className="w-32" />
                <p className="text-sm">
                  <strong>{STAGE_WORDS[foot.was]}</strong>
                  <span className="block soft">you said {STAGE_WORDS[foot.said]}</span>
                </p>
              </li>
            ))}
          </ul>
        </>
      )}
      <button type="button" className="act-main mt-4" onClick={onNext}>
        Another set
      </button>
    </section>
  )
}

/** Drawn feet to grade, one after the other with one thumb; how well one agrees with the key and with the others. */
export function Practice() {
  const { mayLog } = useShown()
  const read = usePractice()
  const { data } = read
  const { data: choices } = useChoices()
  const client = useQueryClient()
  const [grades, setGrades] = useState<Stage[]>([])
  const [graded, setGraded] = useState<Graded | null>(null)
  const send = useWrite((body: { set: number; grades: Stage[] }) => answer(api.POST('/api/practice', { body })), setGraded)
  const foot = data?.feet[grades.length]
  const grade = (stage: Stage) => {
    if (!data) return
    const all = [...grades, stage]
    setGrades(all)
    if (all.length === data.feet.length) send.mutate({ set: data.set, grades: all })
  }
  const again = () => {
    setGrades([])
    setGraded(null)
    client.invalidateQueries({ queryKey: ['practice'] })
  }
  if (!data) return <Unread of={read} title="Practice" rooms={<RoundRooms />} />
  return (
    <div className="mx-auto max-w-4xl">
      <div className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-1">
        <h1>Practice</h1>
        <RoundRooms />
      </div>
      {graded && <Result graded={graded} onNext={again} />}
      {!graded && mayLog && data && foot && (
        <section
          aria-label={`Foot ${grades.length + 1} of ${data.feet.length}`}
          className="grid gap-4 sm:grid-cols-[auto_minmax(0,1fr)] sm:gap-8"
        >
          <div className="text-center">
            <Foot foot={foot} name={`foot ${grades.length + 1}`} className="mx-auto w-36 sm:w-60" />
            <p className="tabular-nums soft">
              {grades.length + 1} of {data.feet.length}, set {data.set}
            </p>
          </div>
          <div>
            <p className="mb-2">
              How far are its roots?{' '}
              <Link className="word" to="/round/key">
                The key
              </Link>
            </p>
            <div className="grid grid-cols-2 gap-2">
              {choices?.stages.map(({ stage }) => (
                <button
                  key={stage}
                  type="button"
                  className="act !min-h-14 justify-start gap-3 text-left text-lg"
                  onClick={() => grade(stage)}
                >
                  <StageGlyph stage={stage} size={34} label={false} />
                  {STAGE_WORDS[stage]}
                </button>
              ))}
              <button
                type="button"
                className="act !min-h-16"
                disabled={grades.length === 0}
                onClick={() => setGrades(grades.slice(0, -1))}
              >
                Back
              </button>
            </div>
          </div>
        </section>
      )}
      {send.error && (
        <p role="alert" className="refusal mt-3">
          {send.error.message}
        </p>
      )}
      {(graded ?? data) && <People people={(graded ?? data)?.people ?? []} between={(graded ?? data)?.between ?? []} />}
    </div>
  )
}
