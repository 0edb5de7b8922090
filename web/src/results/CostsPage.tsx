import { useQuery } from '@tanstack/react-query'
import { scaleLinear } from 'd3-scale'
import { useState } from 'react'
import { Link } from 'react-router'
import { answer, api, type Schemas } from '../api/client'
import { AsTable } from '../shell/AsTable'
import { SearchBox, useAsked } from '../shell/Narrow'
import { Unread } from '../shell/Unread'
import { useParts } from '../shell/useParts'
import { inHundred, plural } from '../words'
import { ResultsRooms } from './ResultsRooms'

type CropCost = Schemas['CropCost']

const COLUMNS = 'sm:grid-cols-[minmax(10rem,1fr)_minmax(16rem,1.6fr)_minmax(14rem,1.2fr)]'
const PARTS = [
  ['material', 'material', 'var(--leaf)'],
  ['hands', 'hands until potted', 'var(--water)'],
  ['goods', 'mix, dip, tray', 'var(--leaf-wash)'],
  ['bench', 'warm bench', 'var(--heat)'],
  ['potting', 'potting', 'var(--plum)'],
  ['pots', 'pot, mix, label', 'var(--cream)'],
  ['ground', 'growing-on ground', 'var(--stone-wash)'],
  ['royalty', 'royalty', 'var(--peat)'],
] as const

/** Its parts end to end; each batch a dot at what its plants came to; where one bought in stands, a post. */
function CostDrawn({ of, dearest, say }: { of: CropCost; dearest: number; say: (money: number) => string }) {
  const x = scaleLinear([0, dearest], [4, 396]).clamp(true)
  let from = 0
  return (
    <svg
      viewBox="0 0 400 44"
      className="w-full"
      role="img"
      aria-label={`${PARTS.map(([part, words]) => `${words} ${say(of[part])}`).join(', ')}${of.boughtIn === null ? '' : `; bought in ${say(of.boughtIn)}`}`}
    >
      {PARTS.map(([part, , fill]) => {
        const begins = from
        from += of[part]
        return (
          <rect
            key={part}
            x={x(begins)}
            width={Math.max(0, x(from) - x(begins))}
            y="4"
            height="16"
            fill={fill}
            stroke="var(--peat)"
            strokeWidth="0.5"
          />
        )
      })}
      <line x1={x(0)} x2={x(dearest)} y1="32" y2="32" stroke="var(--peat)" opacity="0.4" />
      {of.batches.map((batch) => (
        <circle key={batch.code} cx={x(batch.inAll)} cy="32" r="4.5" fill="var(--paper)" stroke="var(--peat)" strokeWidth="1.5">
          <title>{`${batch.code}: ${say(batch.inAll)}`}</title>
        </circle>
      ))}
      {of.boughtIn !== null && (
        <line
          x1={x(of.boughtIn)}
          x2={x(of.boughtIn)}
          y1="1"
          y2="43"
          stroke="var(--peat)"
          strokeWidth="2.5"
          strokeDasharray="4 3"
        />
      )}
    </svg>
  )
}

/** Whether to raise it, where it can be bought in too. */
function Against({ of, say }: { of: CropCost; say: (money: number) => string }) {
  if (of.boughtIn === null) return <span className="block soft">nobody sells it</span>
  return (
    <span className={`block ${of.inAll > of.boughtIn ? 'text-plum' : 'soft'}`}>
      bought in {say(of.boughtIn)}:{' '}
      {of.breakEven === null
        ? 'raising it is never cheaper'
        : `raise it above ${inHundred(of.breakEven)} in 100; it roots ${inHundred(of.rate)}`}
    </span>
  )
}

function OneCrop({ of, dearest, say }: { of: CropCost; dearest: number; say: (money: number) => string }) {
  const [open, setOpen] = useState(false)
  return (
    <li className="border-t border-stone-wash py-2">
      <div className={`grid items-center gap-x-6 ${COLUMNS}`}>
        <div className="min-w-0">
          <h2 className="break-words">
            <Link className="word" to={`/crops/${of.crop}`}>
              {of.name}
            </Link>
          </h2>
          <span className="block soft">{of.wayName}</span>
          {of.batches.length > 0 && (
            <button type="button" className="word min-h-8" aria-expanded={open} onClick={() => setOpen(!open)}>
              {plural(of.batches.length, 'batch', 'batches')}
              <span className="sr-only"> of {of.name}</span>
            </button>
          )}
        </div>
        <CostDrawn of={of} dearest={dearest} say={say} />
        <div>
          <strong>{say(of.inAll)}</strong>, {say(of.lost)} of it for those that were lost
          <Against of={of} say={say} />
        </div>
      </div>
      {open && (
        <ul className="mt-2 flex flex-wrap gap-x-5 gap-y-1">
          {of.batches.map((batch) => (
            <li key={batch.code}>
              {batch.broughtIn ? (
                <span className="soft">brought in</span>
              ) : (
                <Link className="word font-semibold" to={`/batches/${batch.code}`}>
                  {batch.code}
                </Link>
              )}{' '}
              {say(batch.inAll)}, {inHundred(batch.rate)} in 100 rooted
            </li>
          ))}
        </ul>
      )}
    </li>
  )
}

/** What a good plant of each crop costs, the dearest first. */
export function CostsPage() {
  const read = useQuery({ queryKey: ['plant-costs'], queryFn: () => answer(api.GET('/api/results/costs')) })
  const asked = useAsked()
  const crops = (read.data?.crops ?? []).filter((one) => asked.isLike(one.name, one.wayName))
  const parts = useParts(crops.length)
  if (!read.data) return <Unread of={read} title="Costs" rooms={<ResultsRooms />} />
  const { currency } = read.data
  const say = (money: number) => `${currency} ${money.toFixed(2)}`
  const dearest = Math.max(0.01, ...crops.flatMap((one) => [one.inAll, one.boughtIn ?? 0]))
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-4">
        <h1>Costs</h1>
        <ResultsRooms />
        <SearchBox of="crops" placeholder="crop, way" asked={asked} />
        <AsTable
          name="costs"
          heads={[
            'crop',
            'way',
            'in all',
            'material',
            'hands',
            'goods',
            'bench',
            'potting',
            'pots',
            'ground',
            'royalty',
            'of it lost',
            'bought in',
            'raise above',
            'roots',
          ]}
          rows={() =>
            crops.map((one) => [
              one.name,
              one.wayName,
              one.inAll,
              one.material,
              one.hands,
              one.goods,
              one.bench,
              one.potting,
              one.pots,
              one.ground,
              one.royalty,
              one.lost,
              one.boughtIn,
              one.breakEven,
              one.rate,
            ])
          }
        />
      </div>
      <p className="mb-3 max-w-3xl">
        A good plant by the house way, as it roots and comes through here. What things cost is kept under{' '}
        <Link className="word" to="/nursery/habits">
          Habits
        </Link>
        .
      </p>
      <ul aria-label="What the colours are" className="mb-3 flex flex-wrap gap-x-5 gap-y-1 text-sm">
        {PARTS.map(([part, words, fill]) => (
          <li key={part} className="flex items-center gap-2">
            <svg viewBox="0 0 12 12" className="size-3" aria-hidden="true">
              <rect width="12" height="12" fill={fill} stroke="var(--peat)" />
            </svg>
            {words}
          </li>
        ))}
        <li className="soft">dashed: bought in</li>
        <li className="soft">a dot: a batch</li>
      </ul>
      {crops.length === 0 ? (
        <p className="soft">No crop is like that.</p>
      ) : (
        <ul aria-label="Crops">
          {crops.slice(0, parts.many).map((one) => (
            <OneCrop key={one.crop} of={one} dearest={dearest} say={say} />
          ))}
        </ul>
      )}
      {parts.end}
    </>
  )
}
