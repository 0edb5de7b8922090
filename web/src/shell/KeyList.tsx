import { useEffect, useRef } from 'react'
import { helpAt } from './help'

/** How the page that is open is used, and every key. */
export function KeyList({
  at,
  rooms,
  onClose,
}: {
  /** Address of the page that help is asked for. */
  at: string
  rooms: readonly { key: string; word: string }[]
  onClose: () => void
}) {
  const help = helpAt(at)
  const dialog = useRef<HTMLDialogElement>(null)
  useEffect(() => dialog.current?.showModal(), [])
  const keys: [string, string][] = [
    ['/', 'find anything'],
    ['[ and ]', 'a week back, a week on'],
    ['.', 'back to this week'],
    ...rooms.map((room) => [room.key, room.word] as [string, string]),
    ['d', 'day or night'],
    ['Esc', 'close what is open'],
    ['?', 'help for the page, and these keys'],
  ]
  return (
    <dialog ref={dialog} onClose={onClose} aria-label="Help and keys" className="modal">
      <div className="modal-box sheet max-w-md">
        {help && (
          <section className="mb-5">
            <h2>{help.name}</h2>
            {help.says.map((said) => (
              <p key={said} className="mt-2">
                {said}
              </p>
            ))}
          </section>
        )}
        <h2>Keys</h2>
        <dl className="mt-3 grid grid-cols-[auto_1fr] gap-x-4 gap-y-2">
          {keys.map(([key, does]) => (
            <div key={key} className="contents">
              <dt>
                <kbd className="rounded border px-2 font-semibold">{key}</kbd>
              </dt>
              <dd>{does}</dd>
            </div>
          ))}
        </dl>
        <form method="dialog" className="mt-4 text-right">
          <button type="submit" className="act">
            Close
          </button>
        </form>
      </div>
    </dialog>
  )
}
