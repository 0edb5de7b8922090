import { useState } from 'react'
import { useSearchParams } from 'react-router'
import type { Schemas } from '../api/client'
import { useLabels } from '../api/queries'
import { Code } from '../drawings/Code'
import { Sideways } from '../drawings/Sideways'
import { drawn } from '../forms/Stepper'
import { useShown } from '../shell/week'
import { plural, sayDay } from '../words'
import { MixingRooms } from './MixingRooms'
import { usePage } from './Paper'

type Data = Schemas['Labels']

/** One label, all measures in millimetres: what it is, how many, from where, when; and its code to be scanned. */
function Label({ label, width, height }: { label: Data['labels'][number]; width: number; height: number }) {
  const code = Math.min(height - 4, width * 0.3, 24)
  const tag = width > 4 * height
  const size = Math.min(height / 9.5, width / 21, 3.6)
  return (
    <div
      className="flex items-center gap-[2mm] overflow-hidden p-[2mm] leading-[1.18] text-black"
      style={{ width: `${width}mm`, height: `${height}mm`, fontSize: `${size}mm` }}
    >
      {tag && <div className="w-[24mm] shrink-0" />}
      <div className="min-w-0 grow">
        <div className="line-clamp-2 leading-[1.08] font-bold" style={{ fontSize: `${size * 1.08}mm` }}>
          {label.crop}
        </div>
        <div className="leading-[1.1] font-bold tracking-wide" style={{ fontSize: `${size * 1.6}mm` }}>
          {label.code}
        </div>
        <div className="truncate">
          {label.count !== null && `${label.count} · `}
          {label.tray !== null && `tray ${label.tray}/${label.trays} · `}
          {label.source}
        </div>
        <div className="truncate">
          {sayDay(label.date)} {label.date.slice(0, 4)}
        </div>
        <div className="truncate">{label.hormone ?? 'no hormone'}</div>
      </div>
      {label.count !== null && (
        <div style={{ width: `${code}mm`, height: `${code}mm` }} className="shrink-0 [&_svg]:h-full [&_svg]:w-full">
          <Code text={label.code} />
        </div>
      )}
    </div>
  )
}

/** Labels as they will lie on paper; chosen by their size. */
export function Labels() {
  const { session } = useShown()
  const [search] = useSearchParams()
  const batches = search.get('batches') ?? undefined
  const dip = search.get('dip') ? Number(search.get('dip')) : undefined
  const [day, setDay] = useState(search.get('day') ?? session.today)
  const [layout, setLayout] = useState<string | undefined>(undefined)
  const [each, setEach] = useState<'tray' | 'batch'>('tray')
  const [skip, setSkip] = useState('0')
  const { data, error } = useLabels({
    ...(dip ? { dip } : batches ? { batches } : { day }),
    layout,
    each,
    skip: drawn(skip),
  })
  const pages = data ? [...new Set(data.labels.map((label) => label.page))] : []
  const roll = data?.layout.page === null
  usePage(data ? `${data.layout.pageWidth}mm ${data.layout.pageHeight}mm` : 'auto', '0')
  return (
    <>
      <div className="no-print mb-3 flex flex-wrap items-center gap-x-4 gap-y-1">
        <h1>Labels{batches || dip ? '' : `, ${sayDay(day, session.today)}`}</h1>
        <MixingRooms />
      </div>
      <div className="no-print mb-4 flex flex-wrap items-end gap-3">
        {!batches && !dip && (
          <label className="text-sm font-semibold">
            Stuck on
            <input
              type="date"
              className="field-text mt-1 block w-44 font-normal"
              value={day}
              onChange={(event) => event.target.value && setDay(event.target.value)}
            />
          </label>
        )}
        <label className="text-sm font-semibold">
          Size
          <select
            className="field-text mt-1 !flex !w-72 font-normal"
            value={data?.layout.id ?? ''}
            onChange={(event) => {
              setLayout(event.target.value)
              setSkip('0')
            }}
          >
            {data?.layouts.map((one) => (
              <option key={one.id} value={one.id}>
                {one.words}
              </option>
            ))}
          </select>
        </label>
        <label className="text-sm font-semibold">
          One for
          <select
            className="field-text mt-1 !flex !w-36 font-normal"
            value={each}
            onChange={(event) => setEach(event.target.value as typeof each)}
          >
            <option value="tray">every tray</option>
            <option value="batch">every batch</option>
          </select>
        </label>
        {!roll && (
          <label className="text-sm font-semibold">
            Labels used up
            <input
              className="field-text mt-1 block w-28 font-normal"
              inputMode="numeric"
              value={skip}
              onChange={(event) => setSkip(event.target.value)}
            />
          </label>
        )}
        <button type="button" className="act-main" disabled={!data || data.labels.length === 0} onClick={() => print()}>
          Print {data ? plural(data.labels.length, 'label') : ''}
        </button>
      </div>
      {error && (
        <p role="alert" className="refusal no-print mb-3">
          {error.message}
        </p>
      )}
      {data && data.labels.length === 0 && <p className="no-print soft">Nothing is stuck on that day. Choose another.</p>}
      {data && data.labels.length > 0 && (
        <Sideways of="Labels as printed">
          <div className="labels-page grid gap-4 print:block">
            {pages.map((page) => (
              <div
                key={page}
                className="relative shrink-0 break-after-page bg-white last:break-after-auto outline-1 outline-soft outline-dashed print:outline-none"
                style={{ width: `${data.layout.pageWidth}mm`, height: `${data.layout.pageHeight - 0.2}mm` }}
              >
                {data.labels
                  .filter((label) => label.page === page)
                  .map((label) => (
                    <div
                      key={`${label.x}.${label.y}`}
                      data-label={label.code}
                      className="absolute outline-1 outline-stone-wash outline-dotted print:outline-none"
                      style={{ left: `${label.x}mm`, top: `${label.y}mm` }}
                    >
                      <Label label={label} width={data.layout.width} height={data.layout.height} />
                    </div>
                  ))}
              </div>
            ))}
          </div>
        </Sideways>
      )}
    </>
  )
}
