import { useEffect, useRef, useState } from 'react'
import { useNavigate } from 'react-router'
import type { Schemas } from '../api/client'
import { useFound } from '../api/queries'

type Found = Schemas['Found']['found'][number]

const PLACE: Record<Found['kind'], (at: string) => string> = {
  batch: (at) => `/batches/${at}`,
  lot: (at) => `/potting/lots/${at}`,
  crop: (at) => `/crops/${at}`,
  block: (at) => `/stock?block=${encodeURIComponent(at)}`,
  zone: (at) => `/bench?zone=${encodeURIComponent(at)}`,
  wanted: (at) => `/wanted?order=${at}`,
}

const KIND_WORDS: Record<Found['kind'], string> = {
  batch: 'batch',
  lot: 'lot',
  crop: 'crop',
  block: 'stock',
  zone: 'zone',
  wanted: 'wanted',
}

/** Finds any batch, crop, stock block, zone or order by a few letters. */
export function Finder({ onClose }: { onClose: () => void }) {
  const [typed, setTyped] = useState('')
  const [chosen, setChosen] = useState(0)
  const [hurry, setHurry] = useState(false)
  const { data, isPlaceholderData, isFetching } = useFound(typed)
  const settled = data !== undefined && !isPlaceholderData && !isFetching
  const found = typed.trim() === '' ? [] : (data?.found ?? [])
  const dialog = useRef<HTMLDialogElement>(null)
  const navigate = useNavigate()
  useEffect(() => dialog.current?.showModal(), [])
  const go = (one: Found | undefined) => {
    if (one) {
      navigate(PLACE[one.kind](one.at))
      onClose()
    }
  }
  // Enter pressed before the answer is there: go as soon as it is.
  useEffect(() => {
    if (!hurry || !settled) return
    setHurry(false)
    const first = data?.found[0]
    if (first) {
      navigate(PLACE[first.kind](first.at))
      onClose()
    }
  }, [hurry, settled, data, navigate, onClose])
  return (
    <dialog ref={dialog} onClose={onClose} aria-label="Find" className="modal modal-top">
      <div className="modal-box sheet mx-auto mt-16 max-w-xl p-4">
        <input
          autoFocus
          className="field-text"
          placeholder="A code, a crop, a block, a zone, a customer"
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
