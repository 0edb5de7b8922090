import { type ReactNode, useEffect, useId, useRef } from 'react'

/** What has to be answered before anything else; `onClose` is called where it can be left with Escape. */
export function Dialog({ title, onClose, children }: { title: string; onClose?: () => void; children: ReactNode }) {
  const dialog = useRef<HTMLDialogElement>(null)
  const id = useId()
  useEffect(() => {
    dialog.current?.showModal()
  }, [])
  return (
    <dialog
      ref={dialog}
      aria-labelledby={id}
      className="sheet m-auto w-[min(26rem,92vw)] p-6 backdrop:bg-peat/50"
      onClose={onClose}
      onCancel={(event) => onClose ?? event.preventDefault()}
    >
      <h2 id={id}>{title}</h2>
      {children}
    </dialog>
  )
}
