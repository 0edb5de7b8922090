import { useQuery } from '@tanstack/react-query'
import { answer, api, type Schemas } from '../api/client'
import { AsTable } from '../shell/AsTable'
import { Failed, Unread } from '../shell/Unread'
import { BOOK_WORDS, CAUSE_WORDS, inHundred, plural } from '../words'
import { ChooseCrop, NothingCounted } from './ChooseCrop'
import { ResultsRooms } from './ResultsRooms'
import { useCounted } from './useCounted'

type Outcomes = Schemas['Outcomes']

const stateWords = (state: string) => BOOK_WORDS[state as keyof typeof BOOK_WORDS] ?? state
/** A share of a hundred, finer where whole ones say too little. */
const inAHundred = (share: number) => (share < 0.095 ? (100 * share).toFixed(1) : inHundred(share))

function Bar({ share, colour }: { share: number; colour: string }) {
  return (
    <svg viewBox="0 0 100 8" preserveAspectRatio="none" className="h-3 w-full" aria-hidden="true">
      <rect width="100" height="8" fill="var(--stone-wash)" />
      <rect width={100 * share} height="8" fill={colour} />
    </svg>
  )
}

function Stages({ stages }: { stages: Outcomes['stages'] }) {
  return (
    <section aria-label="How far they come" className="min-w-0">
      <div className="flex items-baseline gap-4">
        <h2>How far they come</h2>
        <AsTable
          name="stages"
          heads={['from', 'to', 'left', 'reached', 'share', 'low', 'high', 'batches']}
          rows={() =>
            stages.map((one) => [one.from, one.to, one.left, one.reached, one.share?.toFixed(3), one.low, one.high, one.batches])
          }
        />
      </div>
      <ol>
        {stages.map((one) => (
          <li key={one.from} className="border-t py-2 border-stone-wash">
            <div className="flex flex-wrap items-baseline justify-between gap-x-4">
              <span>
                <strong>{stateWords(one.to)}</strong> <span className="soft">of {stateWords(one.from)}</span>
              </span>
              <span>
                {one.share === null ? (
                  <span className="soft">none yet</span>
                ) : (
                  <>
                    <strong>{inHundred(one.share)} in 100</strong>{' '}
                    <span className="soft">
                      {one.reached} of {one.left}, {plural(one.batches, 'batch', 'batches')}
                      {one.low !== null &&
                        one.high !== null &&
                        `; 8 in 10 of them ${inHundred(one.low)} to ${inHundred(one.high)}`}
                    </span>
                  </>
                )}
              </span>
            </div>
            {one.share !== null && <Bar share={one.share} colour="var(--leaf)" />}
          </li>
        ))}
      </ol>
      <p className="text-sm soft">Of those that left a stage; what stands there still says nothing yet. Mishaps are left out.</p>
    </section>
  )
}

function Lost({ title, of, most }: { title: string; of: Outcomes['ordinary']; most: number }) {
  return (
    <section aria-label={title} className="min-w-0">
      <div className="flex items-baseline gap-4">
        <h2>{title}</h2>
        {of.causes.length > 0 && (
          <AsTable
            name={title.toLowerCase()}
            heads={['cause', 'plants', 'share of stuck', 'batches']}
            rows={() => of.causes.map((one) => [CAUSE_WORDS[one.cause], one.plants, one.share.toFixed(4), one.batches])}
          />
        )}
      </div>
      <p className="mb-1">
        {of.batches === 0
          ? 'None.'
          : `${plural(of.batches, 'batch', 'batches')}, ${of.stuck} stuck, ${of.lost} lost: ${inAHundred(of.lost / Math.max(1, of.stuck))} in 100.`}
      </p>
      <ul>
        {of.causes.map((one) => (
          <li key={one.cause} className="border-t py-2 border-stone-wash">
            <div className="flex flex-wrap items-baseline justify-between gap-x-4">
              <strong className="first-letter:uppercase">{CAUSE_WORDS[one.cause]}</strong>
              <span>
                {inAHundred(one.share)} in 100{' '}
                <span className="soft">
                  {one.plants}, in {plural(one.batches, 'batch', 'batches')}
                </span>
              </span>
            </div>
            <Bar share={one.share / most} colour="var(--plum)" />
          </li>
        ))}
      </ul>
    </section>
  )
}

/** How far a crop's plants come, stage by stage, and what the others are lost to; mishaps apart. */
export function LossesPage() {
  const { crops, counted, slug, choose } = useCounted()
  const read = useQuery({
    queryKey: ['outcomes', slug],
    queryFn: () => answer(api.GET('/api/results/outcomes/{slug}', { params: { path: { slug: slug ?? '' } } })),
    enabled: slug !== undefined,
    placeholderData: (old) => old,
  })
  if (!crops.data) return <Unread of={crops} title="Losses" rooms={<ResultsRooms />} />
  const outcomes = read.data?.crop === slug ? read.data : undefined
  const most = Math.max(
    0.01,
    ...(outcomes ? [...outcomes.ordinary.causes, ...outcomes.mishaps.causes] : []).map((one) => one.share),
  )
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-4">
        <h1>Losses</h1>
        <ResultsRooms />
      </div>
      {counted.length === 0 ? (
        <NothingCounted />
      ) : (
        <>
          <div className="mb-5">
            <ChooseCrop counted={counted} slug={slug} onChoose={(crop) => choose({ crop })} />
          </div>
          {!outcomes &&
            (read.error ? <Failed message={read.error.message} again={() => read.refetch()} /> : <p aria-busy="true" />)}
          {outcomes && (
            <div className="grid gap-x-12 gap-y-8 lg:grid-cols-2">
              <Stages stages={outcomes.stages} />
              <div className="grid min-w-0 content-start gap-8">
                <Lost title="Lost to" of={outcomes.ordinary} most={most} />
                <Lost title="In mishaps" of={outcomes.mishaps} most={most} />
              </div>
            </div>
          )}
        </>
      )}
    </>
  )
}
