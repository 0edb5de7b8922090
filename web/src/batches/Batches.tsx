import { useState } from 'react'
import type { Schemas, Tag as TagData } from '../api/client'
import { useBatches } from '../api/queries'
import { StateGlyph } from '../drawings/Glyph'
import { Tag } from '../drawings/Tag'
import { AsTable } from '../shell/AsTable'
import { Missing } from '../shell/FirstSteps'
import { SearchBox, useAsked } from '../shell/Narrow'
import { Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { mondayOf, plural, STATE_WORDS, sayDay } from '../words'
import { BatchRooms } from './BatchRooms'

type State = Schemas['State']

const SHELVES: { title: string; states: State[]; empty: string }[] = [
  { title: 'To stick', states: ['planned'], empty: 'Nothing planned.' },
  { title: 'Rooting', states: ['rooting', 'part_rooted', 'rooted'], empty: 'Nothing on the rooting benches.' },
  { title: 'In pots', states: ['potted'], empty: 'Nothing potted.' },
  { title: 'Ended', states: ['gone', 'lost'], empty: 'Nothing ended yet.' },
]
const FIRST = 24

function Shelf({ title, tags, empty }: { title: string; tags: TagData[]; empty: string }) {
  const { session } = useShown()
  const [all, setAll] = useState(false)
  const plants = tags.reduce((sum, tag) => sum + tag.count, 0)
  return (
    <section className="min-w-0">
      <h2 className="mb-2 border-b-2 pb-1 border-peat">
        {title}{' '}
        <span className="font-normal soft">{tags.length > 0 ? `${plural(tags.length, 'batch', 'batches')}, ${plants}` : ''}</span>
      </h2>
      {tags.length === 0 && <p className="soft">{empty}</p>}
      <div className="grid grid-cols-[minmax(0,1fr)] gap-2">
        {(all ? tags : tags.slice(0, FIRST)).map((tag) => (
          <Tag
            key={tag.code}
            tag={tag}
            small
            more={
              tag.state === 'planned'
                ? `stick ${sayDay(tag.stickOn, session.today)}`
                : tag.rate !== null
                  ? `${Math.round(100 * tag.rate)} in 100 rooted`
                  : `roots by ${sayDay(tag.rootedBy, session.today)}`
            }
          />
        ))}
      </div>
      {tags.length > FIRST && !all && (
        <button type="button" className="act mt-3" onClick={() => setAll(true)}>
          Show all {tags.length}
        </button>
      )}
    </section>
  )
}

/** What has ended before is out of the way, unless it is asked for. */
const aYearBefore = (today: string) => `${Number(today.slice(0, 4)) - 1}${today.slice(4).replace('-02-29', '-02-28')}`

/** All batches on four shelves, from the plan to the sale. */
export function Batches() {
  const { week, session } = useShown()
  const asked = useAsked()
  const isAll = asked.get('ended') === 'all'
  const read = useBatches(isAll ? null : aYearBefore(session.today))
  const { data } = read
  const crop = asked.get('crop') ?? ''
  const all = data?.batches ?? []
  const crops = [...new Map(all.map((tag) => [tag.cropSlug, tag.crop])).entries()].sort((a, b) => a[1].localeCompare(b[1]))
  const shown = all.filter(
    (tag) => (crop === '' || tag.cropSlug === crop) && asked.isLike(tag.code, tag.crop, tag.block, tag.zone, tag.customer),
  )
  const near = mondayOf(week)
  if (!data) return <Unread of={read} title="Batches" rooms={<BatchRooms />} />
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-4">
        <h1>Batches</h1>
        <BatchRooms />
        <AsTable
          name="batches"
          heads={[
            'batch',
            'crop',
            'block',
            'zone',
            'trays',
            'plants',
            'state',
            'stuck or to be stuck on',
            'roots by',
            'rooted of stuck',
          ]}
          rows={() =>
            shown.map((tag) => [
              tag.code,
              tag.crop,
              tag.block,
              tag.zone,
              tag.trays,
              tag.count,
              tag.state,
              tag.stickOn,
              tag.rootedBy,
              tag.rate?.toFixed(3),
            ])
          }
        />
        <SearchBox of="batches" placeholder="code, crop, block, zone, customer" asked={asked} />
        <label className="flex items-center gap-2">
          <span className="text-sm font-semibold">Crop</span>
          <select
            aria-label="Crop"
            className="field-text w-64"
            value={crop}
            onChange={(event) => asked.choose({ crop: event.target.value })}
          >
            <option value="">all</option>
            {crops.map(([slug, name]) => (
              <option key={slug} value={slug}>
                {name}
              </option>
            ))}
          </select>
        </label>
        <label className="flex min-h-11 cursor-pointer items-center gap-2">
          <input
            type="checkbox"
            className="checkbox"
            checked={isAll}
            onChange={() => asked.choose({ ended: isAll ? '' : 'all' })}
          />
          earlier ones too
        </label>
        <ul className="ml-auto hidden items-center gap-4 text-sm xl:flex" aria-label="Glyphs">
          {(['planned', 'potted', 'gone', 'lost'] as const).map((state) => (
            <li key={state} className="flex items-center gap-1">
              <StateGlyph state={state} stage={null} size={22} /> {STATE_WORDS[state]}
            </li>
          ))}
        </ul>
      </div>
      {data?.batches.length === 0 && <Missing before="plan" />}
      <div className="grid grid-cols-[minmax(0,1fr)] gap-x-6 gap-y-8 sm:grid-cols-[repeat(2,minmax(0,1fr))] xl:grid-cols-[repeat(4,minmax(0,1fr))]">
        {SHELVES.map((shelf) => {
          const tags = shown.filter((tag) => shelf.states.includes(tag.state))
          // What is planned is nearest first from the week on the rail; what is past is newest first.
          const ordered =
            shelf.title === 'To stick'
              ? [...tags].sort(
                  (a, b) => Number(a.stickOn < near) - Number(b.stickOn < near) || a.stickOn.localeCompare(b.stickOn),
                )
              : tags
          return <Shelf key={shelf.title} title={shelf.title} tags={ordered} empty={shelf.empty} />
        })}
      </div>
    </>
  )
}
