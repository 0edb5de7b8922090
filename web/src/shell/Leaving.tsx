import { useEffect, useRef } from 'react'

/** Asked once where somebody goes elsewhere while something is not sent. */
export function Leaving({
  title,
  words,
  button,
  onStay,
  onLeave,
}: {
  title: string
  words: string
  button: string
  onStay: () => void
  onLeave: () => void
}) {
  const dialog = useRef<HTMLDialogElement>(null)
  useEffect(() => {
    dialog.current?.showModal()
  }, [])
  return (
    <dialog
      ref={dialog}
      aria-labelledby="leaving"
      className="sheet m-auto w-[min(26rem,92vw)] p-6 backdrop:bg-peat/50"
      onClose={onStay}
    >
      <h2 id="leaving">{title}</h2>
      <p className="mb-4">{words}</p>
      <div className="flex flex-wrap gap-2">
        <button type="button" className="act-main" onClick={onLeave}>
          {button}
        </button>
        <button type="button" className="act" onClick={onStay}>
          Stay
        </button>
      </div>
    </dialog>
  )
}
