import { useEffect, useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { answer, api, type Schemas } from '../api/client'
import { useCrops, useStock, useWrite } from '../api/queries'
import { PlainForm } from '../forms/PlainForm'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { mondayOf, plural, sayDay, sayWeek } from '../words'

type Block = Schemas['Block']

/** What is left of a block's cap: each takes its bite. */
function Left({ block }: { block: Block }) {
  const share = block.canGive > 0 ? block.left / block.canGive : 0
  return (
    <svg
      viewBox="0 0 200 26"
      className="w-full max-w-52"
      role="img"
      aria-label={`${block.left} of ${block.canGive} cuttings left`}
    >
      <rect x="1" y="5" width="198" height="14" rx="2" fill="none" stroke="var(--peat)" strokeWidth="1.2" strokeDasharray="3 3" />
      <rect x="1" y="5" width={198 * share} height="14" rx="2" fill="var(--leaf-wash)" stroke="var(--leaf)" strokeWidth="1.5" />
    </svg>
  )
}

function AddBlock({ onDone }: { onDone: () => void }) {
  const { data: crops } = useCrops()
  const add = useWrite((body: Record<string, unknown>) => answer(api.POST('/api/stock', { body: body as never })))
  if (!crops) return null
  if (crops.crops.length === 0)
    return (
      <p>
        A stock block belongs to a crop.{' '}
        <Link to="/crops" className="word">
          Write the first crop sheet
        </Link>
        .
      </p>
    )
  return (
    <PlainForm
      title="New stock block"
      button="Add the block"
      entries={[
        { name: 'code', label: 'Code', hint: 'short, such as LA-1' },
        {
          name: 'crop',
          label: 'Crop',
          start: crops.crops[0]?.slug,
          choices: crops.crops.map((crop) => ({ value: crop.slug, words: crop.name })),
        },
        { name: 'place', label: 'Place' },
        { name: 'plants', label: 'Stock plants', kind: 'number' },
        { name: 'perPlant', label: 'Cuttings a plant at one take', kind: 'number' },
        { name: 'recoveryWeeks', label: 'Weeks to recover', kind: 'number', start: '5' },
        { name: 'plantedYear', label: 'Year planted', kind: 'number' },
        { name: 'note', label: 'Note' },
      ]}
      send={async (body) => {
        const block = await add.mutateAsync(body)
        say(`${block.code} can give ${block.canGive} at one take.`)
        onDone()
      }}
    />
  )
}

/** Stock blocks, and what each can give in the week on the rail. */
export function Stock() {
  const { week, session, mayPlan } = useShown()
  const { data } = useStock(week)
  const [search] = useSearchParams()
  const [adding, setAdding] = useState(false)
  const [onlyOpen, setOnlyOpen] = useState(false)
  const chosen = search.get('block')
  const ready = data !== undefined
  useEffect(() => {
    if (ready && chosen) document.getElementById(`block-${chosen}`)?.scrollIntoView({ block: 'center' })
  }, [ready, chosen])
  const blocks = (data?.blocks ?? []).filter((block) => !onlyOpen || block.windowOpensIn === 0)
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-4">
        <h1>What the stock can give, {sayWeek(week, mondayOf(week), session.nursery)}</h1>
        <label className="flex min-h-11 cursor-pointer items-center gap-2">
          <input type="checkbox" className="checkbox" checked={onlyOpen} onChange={() => setOnlyOpen(!onlyOpen)} />
          only what is in season
        </label>
        {mayPlan && (
          <button type="button" className="act ml-auto" aria-expanded={adding} onClick={() => setAdding(!adding)}>
            {adding ? 'Close' : 'Add a block'}
          </button>
        )}
      </div>
      {adding && (
        <div className="sheet mb-6 p-4">
          <AddBlock onDone={() => setAdding(false)} />
        </div>
      )}
      {data && data.blocks.length === 0 && !adding && (
        <p className="soft">No stock block yet. Add the plants you keep for material; a batch is planned from them.</p>
      )}
      <ul>
        {blocks.map((block) => (
          <li
            key={block.code}
            id={`block-${block.code}`}
            className="grid items-center gap-x-5 gap-y-1 border-t py-2 sm:grid-cols-[4rem_minmax(11rem,1fr)_12rem_7.5rem_minmax(0,1.1fr)]"
            style={{ borderColor: 'var(--stone-wash)', background: block.code === chosen ? 'var(--cream)' : undefined }}
          >
            <strong>{block.code}</strong>
            <span className="min-w-0">
              <Link to={`/crops/${block.cropSlug}`} className="font-semibold">
                {block.crop}
              </Link>
              <span className="block truncate text-sm soft">
                {plural(block.plants, 'plant')} of {block.plantedYear}, {block.place}
              </span>
            </span>
            <Left block={block} />
            <span className="text-lg whitespace-nowrap">
              <strong>{block.left}</strong> <span className="text-sm soft">of {block.canGive}</span>
            </span>
            <span className="text-sm">
              {block.windowOpensIn === 0 ? (
                <strong style={{ color: 'var(--leaf)' }}>in season</strong>
              ) : (
                <span className="soft">in season in {plural(block.windowOpensIn, 'week')}</span>
              )}
              {block.takes
                .filter((take) => take.on >= session.today)
                .slice(0, 3)
                .map((take) => (
                  <span key={take.batch} className="soft">
                    {' · '}
                    {take.cuttings} for{' '}
                    <Link to={`/batches/${take.batch}`} className="word">
                      {take.batch}
                    </Link>{' '}
                    on {sayDay(take.on, session.today)}
                  </span>
                ))}
              {block.note && <span className="block">{block.note}</span>}
            </span>
          </li>
        ))}
      </ul>
    </>
  )
}
