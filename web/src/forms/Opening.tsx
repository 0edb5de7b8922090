import { useState } from 'react'
import { post, put, type Typed } from '../api/client'
import { useWrite } from '../api/writes'
import { say } from '../shell/Said'

/** Which one of a list's forms is open; never two at once. */
export function useOpening<K>() {
  const [open, setOpen] = useState<K | null>(null)
  return {
    is: (key: K) => open === key,
    show: (key: K) => setOpen(key),
    toggle: (key: K) => setOpen((now) => (now === key ? null : key)),
    /** Leaves this one, if it is still the one that is open. */
    leave: (key: K) => setOpen((now) => (now === key ? null : now)),
    close: () => setOpen(null),
  }
}

type List = '/api/dips/stocks' | '/api/mixes/parts' | '/api/trays/kinds' | '/api/trays/pots'

/** Keeps one thing of a list, a new one or one that was changed; says so, and leaves its form. */
export const useKeeping = <L extends List>(list: L, leave: () => void) =>
  useWrite(
    ({ of, body }: { of: { id: number; version: number } | null; body: Typed<'post', L> }): Promise<unknown> =>
      of === null
        ? post(list, body)
        : put(`${list as List}/{id}`, { ...(body as object), version: of.version } as never, { id: of.id }),
    () => {
      say('Kept.')
      leave()
    },
  )

/** Opens what is there to be changed, and leaves it. */
export const ChangeButton = ({ name, isOpen, onToggle }: { name: string; isOpen: boolean; onToggle: () => void }) => (
  <button type="button" className="word" aria-expanded={isOpen} onClick={onToggle}>
    {isOpen ? 'Leave' : 'Change'} <span className="sr-only">{name}</span>
  </button>
)

/** Opens the form of a new one, below the list. */
export const AddButton = ({ words, isOpen, onToggle }: { words: string; isOpen: boolean; onToggle: () => void }) => (
  <button type="button" className="act mt-2" aria-expanded={isOpen} onClick={onToggle}>
    {words}
  </button>
)
