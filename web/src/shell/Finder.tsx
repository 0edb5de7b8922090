import { useCallback, useEffect, useRef, useState } from 'react'
import { useNavigate } from 'react-router'
import type { Schemas } from '../api/client'
import { useFound } from '../api/queries'

type Thing = Schemas['Found']['found'][number]
type Found = Omit<Thing, 'kind'> & { kind: Thing['kind'] | 'page' | 'help' }

/** What is written of pages: fetched when somebody looks for something, while they type. */
type Written = Pick<typeof import('./help'), 'PAGES' | 'helpLike'>
const UNREAD: Written = { PAGES: [], helpLike: () => [] }

const pagesLike = ({ PAGES }: Written, typed: string): Found[] =>
  PAGES.filter(({ name }) => name.toLowerCase().includes(typed.trim().toLowerCase()))
    .slice(0, 6)
    .map(({ name, at }) => ({ kind: 'page', name, more: '', at }))

/** How things are done, by any words of it. */
const toldOf = ({ helpLike }: Written, typed: string): Found[] =>
  helpLike(typed)
    .slice(0, 4)
    .map(({ help, line }) => ({ kind: 'help', name: help.name, more: line, at: help.at }))

const PLACE: Record<Found['kind'], (at: string) => string> = {
  batch: (at) => `/batches/${at}`,
  lot: (at) => `/potting/lots/${at}`,
  crop: (at) => `/crops/${at}`,
  block: (at) => `/stock?block=${encodeURIComponent(at)}`,
  zone: (at) => `/bench?zone=${encodeURIComponent(at)}`,
  customer: (at) => `/wanted?customer=${encodeURIComponent(at)}`,
  wanted: (at) => `/wanted?order=${at}`,
  page: (at) => at,
  help: (at) => at,
}

const KIND_WORDS: Record<Found['kind'], string> = {
  batch: 'batch',
  lot: 'lot',
  crop: 'crop',
  block: 'stock',
  zone: 'zone',
  customer: 'customer',
  wanted: 'wanted',
  page: 'page',
  help: 'help',
}

/** Finds any batch, lot, crop, stock block, zone, customer, order or page by a few letters, and how things are done. */
export function Finder({ onClose, onHelp }: { onClose: () => void; onHelp: (at: string) => void }) {
  const [typed, setTyped] = useState('')
  const [chosen, setChosen] = useState(0)
  const [hurry, setHurry] = useState(false)
  const { data, isPlaceholderData, isFetching } = useFound(typed)
  const [written, setWritten] = useState<Written | null>(null)
  const settled = data !== undefined && !isPlaceholderData && !isFetching && written !== null
  const found: Found[] =
    typed.trim() === ''
      ? []
      : [...(data?.found ?? []), ...pagesLike(written ?? UNREAD, typed), ...toldOf(written ?? UNREAD, typed)]
  const first = found[0]
  const dialog = useRef<HTMLDialogElement>(null)
  const navigate = useNavigate()
  useEffect(() => dialog.current?.showModal(), [])
  useEffect(() => {
    import('./help').then(setWritten, () => setWritten(UNREAD))
  }, [])
  const go = useCallback(
    (one: Found | undefined) => {
      if (!one) return
      if (one.kind === 'help') onHelp(one.at)
      else navigate(PLACE[one.kind](one.at))
      onClose()
    },
    [navigate, onClose, onHelp],
  )
  // Enter pressed before the answer is there: go as soon as it is.
  useEffect(() => {
    if (!hurry || !settled) return
    setHurry(false)
    go(first)
  }, [hurry, settled, first, go])
  return (
    <dialog ref={dialog} onClose={onClose} aria-label="Find" className="modal modal-top">
      <div className="modal-box sheet mx-auto mt-16 max-w-xl p-4">
        <input
          autoFocus
          className="field-text"
          placeholder="A code, a crop, a block, a zone, a customer, a page, or how to…"
          aria-label="Find"
          role="combobox"
          aria-expanded={found.length > 0}
          aria-controls="found"
          aria-activedescendant={found[chosen] ? `found-${chosen}` : undefined}
          value={typed}
          onChange={(event) => {
            setTyped(event.target.value)
            setChosen(0)
          }}
          onKeyDown={(event) => {
            if (event.key === 'ArrowDown') setChosen((at) => Math.min(found.length - 1, at + 1))
            else if (event.key === 'ArrowUp') setChosen((at) => Math.max(0, at - 1))
            else if (event.key === 'Enter') settled ? go(found[chosen]) : setHurry(true)
            else return
            event.preventDefault()
          }}
        />
        <div id="found" role="listbox" aria-label="Found" className="mt-2 max-h-[60vh] overflow-auto">
          {found.map((one, i) => (
            <button
              key={`${one.kind} ${one.at}`}
              id={`found-${i}`}
              type="button"
              role="option"
              aria-selected={i === chosen}
              className={`flex min-h-11 w-full cursor-pointer items-baseline gap-3 rounded px-2 py-2 text-left ${i === chosen ? 'bg-cream' : ''}`}
              onClick={() => go(one)}
            >
              <span className="w-16 shrink-0 text-sm soft">{KIND_WORDS[one.kind]}</span>
              <span className="font-semibold">{one.name}</span>
              <span className="truncate text-sm soft">{one.more}</span>
            </button>
          ))}
        </div>
        {typed.trim() !== '' && data && found.length === 0 && <p className="p-2">Nothing like “{typed}”. Try fewer letters.</p>}
      </div>
      <form method="dialog" className="modal-backdrop">
        <button type="submit">Close</button>
      </form>
    </dialog>
  )
}
