import { Link } from 'react-router'
import type { Schemas } from '../api/client'
import { useFirstSteps } from '../api/queries'
import { plural } from '../words'

type Step = Schemas['FirstStep']
type Way = { word: string; to: string }

/** What each step is called, why it comes first, and where it is done. */
const STEPS: Record<Step, { name: string; one: string; why: string; ways: Way[] }> = {
  benches: {
    name: 'Benches',
    one: 'zone',
    why: 'Where cuttings root and pots stand: mist, covers, frames. Their room follows from their measures.',
    ways: [{ word: 'Lay out the house', to: '/bench/lay' }],
  },
  crops: {
    name: 'Crops',
    one: 'crop',
    why: 'What you raise, and how. Begin from a pattern and change what you do otherwise.',
    ways: [
      { word: 'Add a crop', to: '/crops' },
      { word: 'bring a table in', to: '/nursery/records?kind=crops' },
    ],
  },
  stock: {
    name: 'Stock plants',
    one: 'block',
    why: 'Where material comes from, and how much each block can give in a week.',
    ways: [
      { word: 'Add a block', to: '/stock' },
      { word: 'bring a table in', to: '/nursery/records?kind=blocks' },
    ],
  },
  inspection: {
    name: 'Inspection',
    one: 'inspection',
    why: 'Whether stock is healthy and true to name. Nothing is taken from what is not.',
    ways: [{ word: 'Inspect the stock', to: '/stock/inspections' }],
  },
  past_batches: {
    name: 'Past batches',
    one: 'past batch',
    why: 'Last season’s counts teach your own rates, so that the first plan need not go by the book.',
    ways: [{ word: 'Bring a table in', to: '/nursery/records?kind=past_batches' }],
  },
  orders: {
    name: 'Orders',
    one: 'order',
    why: 'How many good plants, in which pot, by when.',
    ways: [
      { word: 'Enter what is wanted', to: '/wanted' },
      { word: 'bring a table in', to: '/nursery/records?kind=orders' },
    ],
  },
  plan: {
    name: 'The first plan',
    one: 'batch',
    why: 'How many to stick, from which block, in which week and place.',
    ways: [{ word: 'Draft the season', to: '/batches/draft' }],
  },
}

const named = (steps: Step[]) => steps.map((step) => STEPS[step].name.toLowerCase()).join(', ')

function Ways({ ways }: { ways: Way[] }) {
  return (
    <>
      {ways.map(({ word, to }, i) => (
        <span key={to}>
          {i > 0 && ' or '}
          <Link className="word" to={to}>
            {word}
          </Link>
        </span>
      ))}
    </>
  )
}

/** A nursery that begins with nothing is led, until something is planned. */
export function FirstSteps() {
  const { data } = useFirstSteps()
  if (!data || data.isOver) return null
  return (
    <section className="sheet min-w-0 p-4 lg:col-span-2" aria-label="First steps">
      <h2>First steps</h2>
      <ol className="mt-2">
        {data.steps.map(({ step, have, isDone, mayWait, waitsFor }) => {
          const { name, one, why, ways } = STEPS[step]
          return (
            <li
              key={step}
              aria-current={step === data.next ? 'step' : undefined}
              className="grid gap-x-4 border-b border-stone-wash py-2 sm:grid-cols-[9rem_1fr]"
            >
              <span className={isDone || step === data.next ? 'font-semibold' : ''}>
                {isDone ? '✓ ' : ''}
                {name}
              </span>
              <span>
                {isDone ? (
                  <span className="soft">{plural(have, one)} </span>
                ) : (
                  <>
                    {why}
                    {mayWait && <span className="soft"> It may wait.</span>}{' '}
                  </>
                )}
                {!isDone && waitsFor.length > 0 ? (
                  <span className="soft">After {named(waitsFor)}.</span>
                ) : (
                  !isDone && <Ways ways={ways} />
                )}
              </span>
            </li>
          )
        })}
      </ol>
    </section>
  )
}

/** Where a room is empty: what must be there first, and where that is entered. */
export function Missing({ before }: { before: Step }) {
  const { data } = useFirstSteps()
  const missing = data?.steps.find(({ step }) => step === before)?.waitsFor ?? []
  if (missing.length === 0) return null
  return (
    <p className="mb-3">
      Before this:{' '}
      {missing.map((step, i) => (
        <span key={step}>
          {i > 0 && '; '}
          {STEPS[step].name.toLowerCase()} (<Ways ways={STEPS[step].ways} />)
        </span>
      ))}
      .
    </p>
  )
}
